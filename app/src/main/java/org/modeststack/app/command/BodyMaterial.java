package org.modeststack.app.command;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.Material;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;

/** Says what the chosen bodies are made of: one of the document's materials, or a new one with a name and a colour. */
final class BodyMaterial {
    private static final String NEW = "A new one…";
    private static final Pattern WITH_COLOR = Pattern.compile("(.*?)\\s*#([0-9A-Fa-f]{6})");

    private final DocumentState document;
    private final SelectionState selected;
    private final MessageState messages;
    private final Dialogs dialogs;

    BodyMaterial(DocumentState document, SelectionState selected, MessageState messages, Dialogs dialogs) {
        this.document = document;
        this.selected = selected;
        this.messages = messages;
        this.dialogs = dialogs;
    }

    void ask() {
        List<String> names = new ArrayList<>();
        for (Material m : document.current().materials().all()) names.add(m.name());
        if (!names.contains(Material.DEFAULT.name())) names.addFirst(Material.DEFAULT.name());
        names.add(NEW);
        String now = selected.chosen().getFirst().material();
        dialogs.choose("Give a material", "Made of", names.contains(now) ? now : names.getFirst(), names, this::take);
    }

    private void take(String name) {
        if (!name.equals(NEW)) give(new Material(name, Material.DEFAULT.rgb()));
        else
            dialogs.ask("A new material", "Its name, and its colour if you like: brass #C2A468", "", typed -> {
                Matcher m = WITH_COLOR.matcher(typed.strip());
                boolean colored = m.matches();
                String called = colored ? m.group(1).strip() : typed.strip();
                if (called.isEmpty()) {
                    messages.say("A material needs a name, such as brass.", true);
                    return;
                }
                boolean known = document.current().materials().has(called);
                give(new Material(called, colored ? Integer.parseInt(m.group(2), 16) : Material.DEFAULT.rgb()));
                if (colored && known) messages.say("There is " + called + " already, and it keeps its colour.", false);
            });
    }

    /** A material that is there keeps its look. */
    private void give(Material material) {
        List<String> ids = selected.chosen().stream().map(Body::id).toList();
        document.edit("Give a material", d -> {
            Document out = d.materials().has(material.name()) ? d : Edits.addMaterial(d, material);
            for (String id : ids) out = Edits.setMaterial(out, id, material.name());
            return out;
        });
    }
}
