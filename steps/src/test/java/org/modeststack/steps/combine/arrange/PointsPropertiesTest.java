package org.modeststack.steps.combine.arrange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.arrange.PointsTest.d;
import static org.modeststack.steps.combine.arrange.PointsTest.height;
import static org.modeststack.steps.combine.arrange.PointsTest.soup;

import java.math.BigDecimal;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** What must hold of {@link PointsTest}'s subject for whatever is drawn at random. */
class PointsPropertiesTest {

    @Property(tries = 200)
    void anEdgesPointInAPlaneIsWhereItShouldBe(@ForAll int seed) {
        Soup s = soup(new Random(seed));
        Points points = new Points(s);
        int edge = s.edge(0, 0), plane = s.triangleBase(1) + 1;
        int low = s.edgeLow(edge), high = s.edgeHigh(edge);
        BigDecimal n0 = height(s, plane, low), n1 = height(s, plane, high);
        if (n0.signum() * n1.signum() >= 0) return;
        int p = points.edgePlane(edge, plane);
        for (int k = 0; k < 3; k++) {
            BigDecimal x = n0.multiply(d(s.xyz[3 * high + k]))
                    .subtract(n1.multiply(d(s.xyz[3 * low + k])))
                    .divide(n0.subtract(n1), java.math.MathContext.DECIMAL128);
            assertEquals(x.doubleValue(), points.coordinate(p, k), points.error(p) + 1e-300);
            assertTrue(points.error(p) < 1e-14);
        }
        assertEquals(p, points.edgePlane(edge, plane), "made once");
        assertEquals(edge, points.carrier(p, 0));
        assertEquals(plane, points.plane(p, 0));
    }

    /** A point on an edge is on the line of the edge's ends seen along any axis, and on no other side. */
    @Property(tries = 200)
    void aPointOfAnEdgeLiesOnItsLine(@ForAll int seed) {
        Soup s = soup(new Random(seed));
        Points points = new Points(s);
        int edge = s.edge(0, 1), plane = s.triangleBase(1);
        int low = s.edgeLow(edge), high = s.edgeHigh(edge);
        if (s.side(plane, low) * s.side(plane, high) >= 0) return;
        int p = points.edgePlane(edge, plane);
        for (int axis = 0; axis < 3; axis++) {
            assertEquals(0, points.orient(low, high, p, axis));
            int other = s.vertex(2, 0) == low || s.vertex(2, 0) == high ? s.vertex(2, 1) : s.vertex(2, 0);
            if (other == low || other == high) other = s.vertex(2, 2);
            int whole = points.orient(low, high, other, axis);
            assertEquals(whole, points.orient(low, p, other, axis), "the same line, the same side");
            assertEquals(-whole, points.orient(p, low, other, axis));
        }
    }

    /** Three planes meet at the place where the edge of two of them passes through the third. */
    @Property(tries = 200)
    void onePlaceHasOnePointHoweverItIsMade(@ForAll int seed) {
        Soup s = soup(new Random(seed));
        Points points = new Points(s);
        int edge = s.edge(0, 0), plane = s.triangleBase(1) + 2;
        if (s.side(plane, s.edgeLow(edge)) * s.side(plane, s.edgeHigh(edge)) >= 0) return;
        int neighbour = s.neighbor(0, 0);
        int p = points.edgePlane(edge, plane);
        assertEquals(p, points.planes(0, neighbour, plane));
        assertEquals(p, points.find(points.planes(plane, 0, neighbour)));
    }
}
