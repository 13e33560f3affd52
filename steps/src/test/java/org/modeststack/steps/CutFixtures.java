package org.modeststack.steps;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;

/** Bodies that are cut by others. */
public final class CutFixtures {
    /** The tag of the edges along which {@link #cut} has cut. */
    public static final String RIM = new TestContext(3).madeTag();

    private CutFixtures() {}

    public static Mesh cut(Mesh body, Mesh tool, Operation operation) throws StepException {
        List<Arrangement.Operand> operands =
                List.of(new Arrangement.Operand(body, "", "Body"), new Arrangement.Operand(tool, "t", "Tool"));
        return new Arrangement(operands, operation, Arrangement.Choices.USUAL, new TestContext(3)).result();
    }
}
