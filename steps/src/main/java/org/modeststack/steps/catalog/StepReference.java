package org.modeststack.steps.catalog;

import java.util.stream.Collectors;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;

/** All steps and their values as a page, made from their descriptors: {@code docs/steps.md}. */
public final class StepReference {
    private StepReference() {}

    /** The page as Markdown. */
    public static String text() {
        StringBuilder out = new StringBuilder("""
                # Steps and their values

                Made from the steps' own descriptors. The first word of a heading is the `type` in a file and the word behind
                `./modest apply`. A value goes by the same word in a file, as an option (`topDiameter` is `--top-diameter`) and as a
                label in the window.
                """);
        for (Family family : Family.values()) {
            String steps = Steps.ALL.stream()
                    .filter(d -> d.family() == family)
                    .map(StepReference::step)
                    .collect(Collectors.joining());
            if (!steps.isEmpty())
                out.append("\n## ").append(family.label()).append('\n').append(steps);
        }
        return out.toString();
    }

    private static String step(StepDescriptor d) {
        StringBuilder out = new StringBuilder("\n### `" + d.type() + "`\n" + d.help() + "\n");
        if (d.params().isEmpty()) return out.toString();
        out.append("\n| value | takes | where it is left out | |\n|---|---|---|---|\n");
        for (ParamDescriptor p : d.params())
            out.append("| `")
                    .append(p.name())
                    .append("` | ")
                    .append(cell(takes(p)))
                    .append(" | ")
                    .append(cell(otherwise(p)))
                    .append(" | ")
                    .append(cell(p.help()))
                    .append(" |\n");
        return out.toString();
    }

    private static String takes(ParamDescriptor p) {
        if (p.isChoice())
            return p.choices().stream()
                    .map(c -> "`" + ParamDescriptor.choiceName(c) + "`")
                    .collect(Collectors.joining(", "));
        String unit = p.unit() == Unit.NONE ? "" : ", " + p.unit().symbol();
        String range = p.range().isEmpty() ? unit : ", " + p.range();
        if (p.isCount()) return "a whole number" + range;
        if (p.isNumber()) return "a number" + range;
        if (p.type() == boolean.class) return "`true` or `false`";
        if (p.type() == Pick.class) return "a [pick](picks.md)";
        if (p.type() == Bodies.class) return "a list of ids of bodies";
        if (p.type() == String.class) return "a text";
        return p.type() == Mesh.class ? "a packed mesh" : "three numbers in a list" + unit;
    }

    private static String otherwise(ParamDescriptor p) {
        if (p.type() == Bodies.class) return "none";
        if (!p.kind().isTyped()) return "";
        String shown = p.show(p.defaultValue());
        return p.type() == boolean.class ? String.valueOf(p.defaultValue()) : shown.isEmpty() ? "empty" : shown;
    }

    private static String cell(String s) {
        return s.replace("|", "\\|").replace("\n", " ");
    }
}
