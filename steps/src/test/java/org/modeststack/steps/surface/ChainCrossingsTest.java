package org.modeststack.steps.surface;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Vec3;

class ChainCrossingsTest {
    private static Vec3[] chain(double... xy) {
        Vec3[] out = new Vec3[xy.length / 2];
        for (int i = 0; i < out.length; i++) out[i] = new Vec3(xy[2 * i], xy[2 * i + 1], 0);
        return out;
    }

    private static List<String> found(Vec3[] one, Vec3[] other, Vec3 normal) {
        List<String> out = new ArrayList<>();
        ChainCrossings.find(one, other, normal, (i, k) -> out.add(i + " " + k));
        return out;
    }

    static Stream<Arguments> chains() {
        Vec3[] bow = chain(0, 0, 4, 0, 4, 4, 2, -1);
        return Stream.of(
                Arguments.of("a cross", chain(0, 0, 2, 2), chain(0, 2, 2, 0), List.of("1 1")),
                Arguments.of("apart", chain(0, 0, 2, 0), chain(0, 1, 2, 1), List.of()),
                Arguments.of("on one line, apart", chain(0, 0, 1, 0), chain(2, 0, 3, 0), List.of()),
                Arguments.of("on one line, over each other", chain(0, 0, 2, 0), chain(1, 0, 3, 0), List.of("1 1")),
                Arguments.of("the middle one", chain(0, 0, 1, 0, 2, 0, 3, 0), chain(1.5, -1, 1.5, 1), List.of("2 1")),
                Arguments.of("a bow with itself", bow, bow, List.of("1 3")),
                Arguments.of("a straight chain with itself", chain(0, 0, 1, 0, 2, 0, 3, 0), null, List.of()));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("chains")
    void segmentsThatCrossAreFound(String name, Vec3[] one, Vec3[] other, List<String> expected) {
        assertEquals(expected, found(one, other == null ? one : other, new Vec3(0, 0, 1)));
    }

    /** In whatever plane. */
    @Property(tries = 100)
    void aCrossIsOneInAnyPlane(
            @ForAll @DoubleRange(min = -1, max = 1) double x,
            @ForAll @DoubleRange(min = -1, max = 1) double y,
            @ForAll @DoubleRange(min = 0.1, max = 1) double z) {
        Vec3 normal = new Vec3(x, y, z).unit();
        Vec3 u = normal.cross(new Vec3(0.3, 1, 0.2)).unit(), v = normal.cross(u);
        Vec3[] one = {u.times(-1), u},
                other = {v.times(-1), v},
                beside = {u.plus(v), u.times(2).plus(v)};
        assertEquals(List.of("1 1"), found(one, other, normal));
        assertEquals(List.of(), found(one, beside, normal));
    }
}
