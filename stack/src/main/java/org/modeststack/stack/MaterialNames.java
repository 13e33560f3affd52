package org.modeststack.stack;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;

/** The names of materials that the steps of a document have in their values: in picks, in meshes and by themselves. */
final class MaterialNames {
    private MaterialNames() {}

    /** A body that means the same where a material has got another name. */
    static Body renamed(Body body, String name, String renamed) {
        Body b = body.withEntries(body.entries().stream()
                .map(e -> e.withStep(renamed(e.step(), name, renamed)))
                .toList());
        return b.material().equals(name) ? b.withMaterial(renamed) : b;
    }

    private static Step renamed(Step step, String name, String renamed) {
        StepDescriptor d = StepDescriptor.of(step);
        Step s = step instanceof Baked baked
                ? new Baked(
                        renamed(baked.mesh(), name, renamed),
                        baked.from().stream()
                                .map(e -> e.withStep(renamed(e.step(), name, renamed)))
                                .toList(),
                        baked.input().withMaterialRenamed(name, renamed))
                : Pick.withMaterial(step, name, renamed);
        for (ParamDescriptor p : d.params()) {
            Object v = d.value(s, p);
            if (p.role() == Role.MATERIAL && v.equals(name)) s = d.with(s, p.name(), renamed);
            else if (v instanceof Mesh m && !(s instanceof Baked)) s = d.with(s, p.name(), renamed(m, name, renamed));
        }
        return s;
    }

    private static Mesh renamed(Mesh m, String name, String renamed) {
        return m.materials().contains(name)
                ? m.withMaterials(m.materials().stream()
                        .map(n -> n.equals(name) ? renamed : n)
                        .toList())
                : m;
    }
}
