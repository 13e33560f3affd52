package org.modeststack.app.command;

import java.util.List;

/** All keys and what the mouse does, for the window's help and for the documentation. */
public final class KeyTable {
    /** What the mouse and keys do that belongs to no command. */
    private static final List<String> MOUSE = List.of(
            "In the view, drag turns, Shift+drag moves, the wheel zooms to the pointer; a right click offers what fits.",
            "A click chooses a body, Ctrl+click one more, Ctrl+drag all in a box. Arrow keys move what is chosen; Shift makes that finer.",
            "While picking, a click picks, Shift adds, Ctrl takes away, Alt picks the way there; Ctrl+drag draws a box; a double click"
                    + " takes all that belong together.",
            "On a handle, arrow keys step, Shift finer; Ctrl while dragging snaps to what is under the pointer.",
            "In a sentence, drag a number or click to type it; arrow keys step, Shift finer, Ctrl coarser.",
            "A new step is on trial: a number typed at once is its first, Esc takes it back, Enter keeps it.",
            "On the card of a body, Enter chooses it, Ctrl+space one more, Ctrl+left and right move it, letters look for a name.");

    private final List<Command> commands;

    public KeyTable(List<Command> commands) {
        this.commands = commands;
    }

    /** For the window, in columns. */
    public String asText() {
        StringBuilder text = new StringBuilder();
        for (String menu : Commands.MENUS) {
            boolean any = false;
            for (Command c : commands) {
                if (c.keys() == null || !c.menu().equals(menu)) continue;
                if (!any) text.append(menu).append('\n');
                any = true;
                text.append(String.format("  %-18s %s%n", c.combination().getDisplayText(), c.name()));
            }
        }
        text.append('\n');
        for (String line : MOUSE) text.append(line).append('\n');
        return text.toString();
    }

    /** For the documentation. */
    public String asMarkdown() {
        StringBuilder text =
                new StringBuilder("# Keys\n\nMade from the commands of the window; a test holds the two together.\n");
        for (String menu : Commands.MENUS) {
            if (commands.stream().noneMatch(c -> c.keys() != null && c.menu().equals(menu))) continue;
            text.append("\n## ").append(menu).append("\n| keys | command | |\n|---|---|---|\n");
            for (Command c : commands) {
                if (c.keys() == null || !c.menu().equals(menu)) continue;
                text.append("| ")
                        .append(c.combination().getDisplayText())
                        .append(" | ")
                        .append(c.name())
                        .append(" | ")
                        .append(c.help())
                        .append(" |\n");
            }
        }
        text.append("\n## By the mouse, and where the focus is\n");
        for (String line : MOUSE) text.append("- ").append(line).append('\n');
        return text.toString();
    }
}
