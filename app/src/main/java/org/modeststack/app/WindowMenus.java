package org.modeststack.app;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuBar;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import org.modeststack.app.command.Command;
import org.modeststack.app.command.Commands;
import org.modeststack.app.command.FittingSteps;
import org.modeststack.app.file.DocumentFiles;

/** The menus of the window, all made from the commands: on top, and those of the right mouse button. */
final class WindowMenus {
    /** The commands before which the menus of steps and bodies have a line. */
    private static final Set<String> GROUP_BEGINS = Set.of(
            "Switch off or on",
            "Rename step…",
            "Group steps…",
            "Show up to this step",
            "Bake step",
            "Duplicate body",
            "Take apart into shells",
            "Unite chosen bodies",
            "Mirror chosen bodies",
            "Put in a set…",
            "Next body",
            "Delete body");

    /** What the menu in the view has beside steps; an empty name is a line between. */
    private static final List<String> VIEW_MENU = List.of(
            "Fit the chosen bodies",
            "Fit everything",
            "Back to the view before",
            "Next way to see the others",
            "Look smoothed",
            "",
            "Cut out of what they stand on",
            "Give bodies a material…",
            "Show or hide body",
            "Duplicate body",
            "Rename body…",
            "Delete body");

    private final Commands commands;
    private final DocumentFiles files;

    WindowMenus(Commands commands, DocumentFiles files) {
        this.commands = commands;
        this.files = files;
    }

    /** Puts what one of the menus on top has, but for adding things, into a menu of the right mouse button. */
    void fill(ContextMenu menu, String of) {
        for (Command c : commands.all()) if (c.menu().equals(of) && !c.words().contains("add ")) add(menu, c);
        menu.setOnShowing(_ -> enable(menu.getItems()));
    }

    /** With lines between what does not belong together. */
    private static void add(ContextMenu menu, Command c) {
        if (GROUP_BEGINS.contains(c.name()) && !menu.getItems().isEmpty())
            menu.getItems().add(new SeparatorMenuItem());
        menu.getItems().add(item(c, true));
    }

    /** The menu of the right mouse button in the view: the steps that fit, then how it is looked at. */
    ContextMenu view(FittingSteps fitting, Runnable search) {
        ContextMenu menu = new ContextMenu();
        menu.setOnShowing(_ -> {
            menu.getItems().clear();
            for (Command c : fitting.commands()) menu.getItems().add(item(c, true));
            MenuItem more = new MenuItem("More…");
            more.setOnAction(_ -> search.run());
            menu.getItems().addAll(more, new SeparatorMenuItem());
            for (String group : VIEW_MENU) {
                if (group.isEmpty()) menu.getItems().add(new SeparatorMenuItem());
                else menu.getItems().add(item(commands.named(group), true));
            }
            enable(menu.getItems());
        });
        // A menu without items is not shown at all.
        menu.getItems().add(new MenuItem("…"));
        return menu;
    }

    /** The menus on top of the window. */
    MenuBar bar() {
        MenuBar bar = new MenuBar();
        for (String name : Commands.MENUS) {
            Menu menu = new Menu(name);
            boolean adding = false;
            for (Command c : commands.all()) {
                if (!c.menu().equals(name)) continue;
                boolean adds = c.words().contains("add ");
                if (adding && !adds) menu.getItems().add(new SeparatorMenuItem());
                adding = adds;
                menu.getItems().add(item(c, true));
                if (c.name().equals("Open…")) menu.getItems().add(recent());
            }
            menu.setOnShowing(_ -> enable(menu.getItems()));
            bar.getMenus().add(menu);
        }
        return bar;
    }

    private static void enable(List<MenuItem> items) {
        for (MenuItem i : items)
            if (i.getUserData() instanceof Command c) i.setDisable(!c.enabled().getAsBoolean());
    }

    private Menu recent() {
        Menu menu = new Menu("Open recent");
        MenuItem none = new MenuItem("None yet");
        none.setDisable(true);
        menu.getItems().add(none);
        menu.setOnShowing(_ -> {
            List<Path> paths = files.recent();
            if (paths.isEmpty()) return;
            menu.getItems().clear();
            for (Path p : paths) {
                MenuItem item = new MenuItem(p.getFileName() + "  —  " + p.getParent());
                item.setMnemonicParsing(false);
                item.setOnAction(_ -> files.openRecent(p));
                menu.getItems().add(item);
            }
        });
        return menu;
    }

    private static MenuItem item(Command c, boolean keys) {
        MenuItem item = new MenuItem(c.name());
        item.setMnemonicParsing(false);
        item.setUserData(c);
        item.setOnAction(_ -> c.run());
        // Escape and Delete belong to text fields first, so the window listens for them itself.
        if (keys && c.keys() != null && !c.keys().equals("Esc") && !c.keys().equals("Delete"))
            item.setAccelerator(c.combination());
        return item;
    }
}
