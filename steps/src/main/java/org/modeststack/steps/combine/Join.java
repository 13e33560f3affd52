package org.modeststack.steps.combine;

import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;

/** Puts other bodies into this one as shells of their own: nothing is cut, every face stays. */
@StepInfo(
        type = "join",
        title = "Join",
        family = Family.COMBINE,
        help = "Puts other bodies into this one without cutting anything: every face stays, also what lies inside. A"
                + " union instead takes away what is inside and shares the vertices along the cut.",
        words = "merge attach shells append combine without cutting")
public record Join(
        @Param(label = "With", help = "The other bodies, in order.")
        Bodies with) implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        if (with.ids().isEmpty()) throw StepException.asking("Choose a body to join with.");
        long vertices = in.vertexCount(), faces = in.faceCount(), corners = in.cornerCount();
        for (String id : with.ids()) {
            vertices += context.body(id).vertexCount();
            faces += context.body(id).faceCount();
            corners += context.body(id).cornerCount();
        }
        Limits.checkCounts((double) vertices, (double) faces, (double) corners);
        MeshBuilder b = new MeshBuilder((int) vertices, (int) faces);
        b.append(in, key -> key);
        for (String id : with.ids()) {
            long seed = Keys.of(context.seed(), id.hashCode());
            b.append(context.body(id), key -> Keys.of(key, seed));
        }
        return b.build();
    }

    @Override
    public String sentence() {
        return "*Join* with {with}, nothing cut.";
    }
}
