package org.modeststack.app.view.picture;

import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.modeststack.app.view.picture.PictureRequest.ShownBody;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Part;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Scene;

/** The items of a picture: a body that is drawn part by part has several. */
final class ShownItems {
    private final Scene.Item[] items;
    /** For each item its body among those that are shown. */
    private final int[] bodyOf;
    /** For each item its first face among those of its body. */
    private final int[] firstFace;
    /** For each body its first item. */
    private final int[] firstItem;

    /** For each item that is the smooth look of the one before it what it was made of; else null. */
    private final SmoothLook[] smoothed;

    /**
     * @param prepared meshes that are ready to be drawn; receives those that were not yet
     */
    ShownItems(List<ShownBody> bodies, Map<Mesh, RenderMesh> prepared) {
        int count = 0;
        for (ShownBody b : bodies)
            count += (b.mesh() != null ? 1 : b.parts().parts().size()) * (b.smooth() ? 2 : 1);
        items = new Scene.Item[count];
        bodyOf = new int[count];
        firstFace = new int[count];
        smoothed = new SmoothLook[count];
        firstItem = new int[bodies.size() + 1];
        int at = 0;
        for (int i = 0; i < bodies.size(); i++) {
            ShownBody b = bodies.get(i);
            firstItem[i] = at;
            if (b.mesh() != null) {
                at = add(at, i, b, b.mesh(), Affine.IDENTITY, 0, prepared);
                continue;
            }
            int face = 0;
            for (Part p : b.parts().parts()) {
                at = add(at, i, b, p.mesh(), p.affine(), face, prepared);
                // Of more faces than an int can count none is ever asked for.
                face += p.mesh().faceCount();
            }
        }
        firstItem[bodies.size()] = at;
    }

    private int add(
            int at, int body, ShownBody b, Mesh mesh, Affine placement, int face, Map<Mesh, RenderMesh> prepared) {
        bodyOf[at] = body;
        firstFace[at] = face;
        if (!b.smooth()) {
            items[at] = new Scene.Item(ready(mesh, prepared), placement, b.look());
            return at + 1;
        }
        SmoothLook look = SmoothLook.of(mesh);
        items[at] = new Scene.Item(ready(mesh, prepared), placement, Scene.Item.Look.CAGE);
        RenderMesh smooth = prepared.computeIfAbsent(look.smooth(), RenderMesh::withoutSoftEdges);
        items[at + 1] = new Scene.Item(smooth, placement, b.look());
        bodyOf[at + 1] = body;
        firstFace[at + 1] = face;
        smoothed[at + 1] = look;
        return at + 2;
    }

    private static RenderMesh ready(Mesh mesh, Map<Mesh, RenderMesh> prepared) {
        return prepared.computeIfAbsent(mesh, RenderMesh::of);
    }

    /** The face of its body that a face of an item stands for. */
    int face(int item, int face) {
        SmoothLook look = smoothed[item];
        return firstFace[item] + (look == null ? face : look.cageFace(face));
    }

    List<Scene.Item> all() {
        return Arrays.asList(items);
    }

    /** Whether a mesh is drawn. */
    IdentityHashMap<Mesh, Boolean> meshes() {
        IdentityHashMap<Mesh, Boolean> out = new IdentityHashMap<>();
        for (Scene.Item i : items) out.put(i.mesh().mesh(), true);
        return out;
    }

    int bodyOf(int item) {
        return bodyOf[item];
    }

    int firstItem(int body) {
        return firstItem[body];
    }

    /** Behind the last item of a body. */
    int endItem(int body) {
        return firstItem[body + 1];
    }
}
