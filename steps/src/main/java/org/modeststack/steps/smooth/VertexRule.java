package org.modeststack.steps.smooth;

/**
 * How a vertex is treated: by how many creases meet there. One that ends there changes nothing. Source: DeRose, Kass, Truong
 * 1998.
 */
enum VertexRule {
    SMOOTH,
    /** Two creases go through, or a border. */
    CREASE,
    /** It stays where it is: three and more creases meet, it is sharp itself, or a border ends or branches there. */
    CORNER;

    /**
     * The rule of a vertex in some level from here on.
     *
     * @param over how many levels on: what is no sharper than that is smooth then
     */
    static VertexRule of(SplitTopology topology, Sharpness sharp, int v, double over) {
        int from = topology.edgeStart[v], to = topology.edgeStart[v + 1];
        if (from == to || sharp.vertex(v) > over) return CORNER;
        int creases = 0, borders = 0;
        for (int i = from; i < to; i++) {
            int e = topology.vertexEdges[i];
            if (sharp.edge(e) <= over) continue;
            creases++;
            if (topology.sides(e) != 2) borders++;
        }
        if (creases > 2 || borders == 1) return CORNER;
        return creases == 2 ? CREASE : SMOOTH;
    }
}
