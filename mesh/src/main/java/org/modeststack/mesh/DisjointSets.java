package org.modeststack.mesh;

import java.util.Arrays;

/**
 * Sets of the numbers from 0 to n − 1 that are joined two by two, each known by its least number (union–find with path
 * halving; R. E. Tarjan, J. van Leeuwen, "Worst-Case Analysis of Set Union Algorithms", 1984).
 */
public final class DisjointSets {
    private int[] parent;
    private int size;

    public DisjointSets(int n) {
        parent = new int[n];
        size = n;
        Arrays.setAll(parent, i -> i);
    }

    /**
     * Adds a number that is in a set of its own.
     *
     * @return the number
     */
    public int add() {
        if (size == parent.length) parent = Arrays.copyOf(parent, Math.max(16, 2 * size));
        parent[size] = size;
        return size++;
    }

    /** The least number of the set that a number is in. */
    public int find(int i) {
        while (parent[i] != i) {
            parent[i] = parent[parent[i]];
            i = parent[i];
        }
        return i;
    }

    public void join(int a, int b) {
        a = find(a);
        b = find(b);
        if (a < b) parent[b] = a;
        else parent[a] = b;
    }

    /** The least number of each one's set; nothing can be joined after that. */
    public int[] roots() {
        // A parent is never greater than its child, so one pass upwards is enough.
        for (int i = 0; i < size; i++) parent[i] = parent[parent[i]];
        return parent.length == size ? parent : Arrays.copyOf(parent, size);
    }
}
