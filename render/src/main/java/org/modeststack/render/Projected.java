package org.modeststack.render;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/** One item of a picture that is being drawn: the form of it that is drawn, and where its vertices are on the screen. */
final class Projected {
    /** Null where nothing of the item is in the picture. */
    final RenderMesh mesh;

    final Appearance appearance;
    final Affine placement;
    /** Whether its triangles turn the other way round than those of its mesh. */
    final boolean mirrored;
    /** Takes normals of the mesh to the directions they have in the picture, row by row; null where they stay. */
    final float[] normalMatrix;
    /** Whether all of it has one colour, is matt and opaque, and never shows its backs. */
    final boolean uniform;
    /** Screen x, y and depth of each vertex. */
    final float[] screen;
    /** The number of its first triangle among those of all items. */
    final int firstId;

    /** Where the eye is as seen from the mesh; null where nothing of it is in the picture. */
    final NormalCones.Eye eye;

    Projected(
            Scene.Item item,
            RenderMesh mesh,
            Appearance appearance,
            float[] screen,
            int firstId,
            Projection projection) {
        this.mesh = mesh;
        this.appearance = appearance;
        placement = item.placement();
        this.screen = screen;
        this.firstId = firstId;
        uniform = mesh != null && mesh.closed && !mesh.mesh.hasColors() && appearance.isPlain();
        mirrored = item.isPlaced() && placement.determinant() < 0;
        Affine back = item.isPlaced() && mesh != null ? placement.inverse() : null;
        normalMatrix = back == null ? null : normalMatrix(back);
        eye = mesh == null ? null : eye(projection, back == null ? Affine.IDENTITY : back, mesh.origin);
    }

    /** Which side of a face the eye is on is the same before all is put in its place. */
    private static NormalCones.Eye eye(Projection projection, Affine back, Vec3 origin) {
        boolean perspective = projection.perspective;
        Vec3 e = perspective ? back.point(projection.eye).minus(origin) : back.direction(projection.forward);
        return new NormalCones.Eye(perspective, (float) e.x(), (float) e.y(), (float) e.z());
    }

    /** Normals go with the transposed inverse, or planes would not stay square to them. */
    private static float[] normalMatrix(Affine inverse) {
        Vec3 x = inverse.x(), y = inverse.y(), z = inverse.z();
        return new float[] {
            (float) x.x(), (float) x.y(), (float) x.z(),
            (float) y.x(), (float) y.y(), (float) y.z(),
            (float) z.x(), (float) z.y(), (float) z.z()
        };
    }

    int triangleCount() {
        return mesh == null ? 0 : mesh.triangleCount();
    }

    /** The faces whose materials can be seen through, or those whose cannot. */
    BitSet facesBySight(boolean transparent) {
        Mesh m = mesh.mesh;
        BitSet out = new BitSet(m.faceCount());
        for (int f = 0; f < m.faceCount(); f++)
            if (appearance.transparency[m.faceMaterials()[f]] > 0 == transparent) out.set(f);
        return out;
    }
}
