package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;

/** Which triangles of one face lie in one plane with their neighbours; found face by face as they are asked for. */
final class FacePlanes {
    private final Soup soup;
    private final boolean files;
    private final Int2IntOpenHashMap planes = new Int2IntOpenHashMap();

    /** @param files whether what is bent by files only lies in one plane, too */
    FacePlanes(Soup soup, boolean files) {
        this.soup = soup;
        this.files = files;
        planes.defaultReturnValue(-1);
    }

    /** The same triangle for all triangles of a face that can be come to from each other without a bend. */
    int of(int triangle) {
        int known = planes.get(triangle);
        if (known >= 0) return known;
        int o = soup.operandOfTriangle(triangle), base = soup.triangleBase(o);
        Solid s = soup.solids[o];
        int first = triangle - base, end = first + 1, face = s.faceOf[first];
        while (first > 0 && s.faceOf[first - 1] == face) first--;
        while (end < s.count() && s.faceOf[end] == face) end++;
        double far = Bends.far(s);
        for (int t = first; t < end; t++) if (planes.get(t + base) < 0) spread(s, base, t, far);
        return planes.get(triangle);
    }

    private void spread(Solid s, int base, int from, double far) {
        IntArrayList waiting = IntArrayList.of(from);
        planes.put(from + base, from + base);
        while (!waiting.isEmpty()) {
            int t = waiting.popInt();
            for (int side = 3 * t; side < 3 * t + 3; side++) {
                int next = s.neighbor[side];
                if (next < 0 || !s.isDiagonal(s.sideEdge[side]) || planes.get(next + base) >= 0) continue;
                if (!isFlat(s, Bends.along(s, side), far)) continue;
                planes.put(next + base, from + base);
                waiting.add(next);
            }
        }
    }

    private boolean isFlat(Solid s, double bend, double far) {
        return bend <= Bends.EXACT * far || files && bend <= Bends.FILED * far && s.isBentByFiles();
    }
}
