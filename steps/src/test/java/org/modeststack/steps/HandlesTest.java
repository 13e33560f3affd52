package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** What must hold of the handles of every step: a handle stays under the pointer while its number is dragged. */
class HandlesTest {
    /** A drag in mm and a turn in degrees, small beside anything that bends. */
    private static final double DRAG = 1e-4;

    static Stream<StepDescriptor> all() {
        return Steps.ALL.stream();
    }

    private static Step ready(StepDescriptor d) {
        Step s = d.createDefault();
        for (ParamDescriptor p : d.params()) {
            if (p.type() == Pick.class)
                s = d.with(
                        s,
                        p.name(),
                        PickText.parse(PickText.plural(((Pick) p.defaultValue()).kind()) + ": facing 0 0 1 45"));
            // Choices that give handles, where the usual one has none.
            if (!p.isChoice()) continue;
            if (p.name().equals("pivot") || p.name().equals("through"))
                s = d.with(s, p.name(), p.choices().getLast());
            if (p.name().equals("plane")) s = d.with(s, p.name(), p.choices().get(3));
        }
        return s;
    }

    @ParameterizedTest
    @MethodSource("all")
    void aHandleGoesWhereItsNumberTakesIt(StepDescriptor d) throws StepException {
        for (String source : List.of("box", "cylinder", "uv-sphere")) {
            Mesh in = d.family() == Family.SOURCE
                    ? Mesh.EMPTY
                    : TestContext.run(Steps.byType(source).createDefault());
            Step s = ready(d);
            List<Handle> handles = s.handles(in);
            for (int i = 0; i < handles.size(); i++) {
                Handle h = handles.get(i);
                ParamDescriptor p = d.param(h.param());
                Object v = d.value(s, p);
                String what = d.type() + "." + h.param() + " on " + source;
                if (h.isPoint()) {
                    Vec3 by = new Vec3(1, 2, 3);
                    Handle moved =
                            d.with(s, p.name(), ((Vec3) v).plus(by)).handles(in).get(i);
                    assertEquals(0, moved.at().minus(h.at()).minus(by).length(), 1e-9, what);
                    continue;
                }
                boolean whole = v instanceof Vec3 && h.axis() == Handle.WHOLE;
                double by = DRAG * h.rate();
                Object next = v instanceof Vec3 w
                        ? whole
                                ? w.plus(h.along().times(by))
                                : w.plus(new Vec3(
                                        h.axis() == 0 ? by : 0, h.axis() == 1 ? by : 0, h.axis() == 2 ? by : 0))
                        : (Object) (((Number) v).doubleValue() + by);
                if (v instanceof Integer) continue;
                List<Handle> after = d.with(s, p.name(), next).handles(in);
                assertEquals(handles.size(), after.size(), what);
                Vec3 expected = h.round() == null
                        ? h.at().plus(h.along().times(DRAG))
                        : h.at().plus(h.round().cross(h.at().minus(h.from())).times(Math.toRadians(DRAG)));
                assertEquals(0, after.get(i).at().minus(expected).length(), 1e-3 * DRAG + 1e-9, what);
                assertTrue(h.rate() != 0, what);
            }
        }
    }
}
