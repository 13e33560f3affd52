package org.modeststack.render;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToIntFunction;

/**
 * The elements of many items cut into tasks of about the same size, so that two thousand small items take as long as one
 * large one: a large item gives several tasks, small ones share one. The order of elements is that of the items.
 *
 * @param items of this task, in order
 * @param from the first element of each
 * @param to the element behind the last of each
 */
record ItemPieces(List<Projected> items, int[] from, int[] to) {
    /**
     * @param count how many elements an item has
     * @param most elements in a task
     */
    static List<ItemPieces> of(List<Projected> items, ToIntFunction<Projected> count, int most) {
        List<ItemPieces> tasks = new ArrayList<>();
        List<Projected> in = new ArrayList<>();
        List<int[]> ranges = new ArrayList<>();
        int room = most;
        for (Projected p : items) {
            int n = count.applyAsInt(p);
            for (int at = 0; at < n; ) {
                int to = Math.min(n, at + room);
                in.add(p);
                ranges.add(new int[] {at, to});
                room -= to - at;
                at = to;
                if (room == 0) {
                    tasks.add(of(in, ranges));
                    in = new ArrayList<>();
                    ranges = new ArrayList<>();
                    room = most;
                }
            }
        }
        if (!in.isEmpty()) tasks.add(of(in, ranges));
        return tasks;
    }

    private static ItemPieces of(List<Projected> items, List<int[]> ranges) {
        int[] from = new int[ranges.size()], to = new int[ranges.size()];
        for (int i = 0; i < from.length; i++) {
            from[i] = ranges.get(i)[0];
            to[i] = ranges.get(i)[1];
        }
        return new ItemPieces(items, from, to);
    }

    int size() {
        return from.length;
    }
}
