package org.modeststack.steps.rail;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;

class NarrowPlacesTest {
    private static final Mesh SHEET = MeshFixtures.sheet(12);

    private static Vec3 any(Random r) {
        return SHEET.bounds().center().plus(new Vec3(r.nextGaussian(), r.nextGaussian(), 0).times(4));
    }

    /** By the nearest of those found narrow once or twice, whatever is near and what is not. */
    @Property(tries = 100)
    void theWidthGrowsAwayFromEachPlace(
            @ForAll @IntRange(max = 1_000_000) int number,
            @ForAll @IntRange(min = 1, max = 40) int count,
            @ForAll @DoubleRange(min = 0.01, max = 8) double width) {
        Random r = new Random(number);
        NarrowPlaces narrow = new NarrowPlaces(SHEET);
        List<Vec3> once = new ArrayList<>(), twice = new ArrayList<>();
        for (int i = 0; i < count; i++) (r.nextBoolean() ? once : twice).add(any(r));
        narrow.add(once);
        narrow.add(twice);
        narrow.add(twice);
        IntToDoubleFunction shares = narrow.shares(width);
        for (int v = 0; v < SHEET.vertexCount(); v++) {
            double least = Math.min(1, Math.min(least(v, once, 0.4, width), least(v, twice, 0.15, width)));
            assertEquals(least, shares.applyAsDouble(v), 1e-12);
        }
    }

    private static double least(int v, List<Vec3> of, double share, double width) {
        Vec3 p = SHEET.point(v);
        return of.stream()
                .mapToDouble(q -> share + 0.5 * q.minus(p).length() / width)
                .min()
                .orElse(1);
    }

    @Test
    void whatIsFoundLaterDoesNotChangeWhatWasAskedBefore() {
        NarrowPlaces narrow = new NarrowPlaces(SHEET);
        List<Vec3> place = List.of(SHEET.point(0));
        assertTrue(narrow.add(place));
        IntToDoubleFunction before = narrow.shares(1);
        assertTrue(narrow.add(place));
        assertEquals(0.4, before.applyAsDouble(0), 1e-12);
        assertEquals(0.15, narrow.shares(1).applyAsDouble(0), 1e-12);
        assertTrue(narrow.add(place));
        assertFalse(narrow.add(place), "no narrower");
        narrow.forget(place);
        assertEquals(1, narrow.shares(1).applyAsDouble(0));
    }
}
