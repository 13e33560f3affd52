package org.modeststack.app.view.picture;

import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.modeststack.app.view.picture.PictureRequest.ShownBody;
import org.modeststack.mesh.Mesh;
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

    /**
     * @param prepared meshes that are ready to be drawn; receives those that were not yet
     */
    ShownItems(List<ShownBody> bodies, Map<Mesh, RenderMesh> prepared) {
        int count = 0;
        for (ShownBody b : bodies)
            count += b.mesh() != null ? 1 : b.parts().parts().size();
        items = new Scene.Item[count];
        bodyOf = new int[count];
        firstFace = new int[count];
        firstItem = new int[bodies.size() + 1];
        int at = 0;
        for (int i = 0; i < bodies.size(); i++) {
            ShownBody b = bodies.get(i);
            firstItem[i] = at;
            if (b.mesh() != null) {
                bodyOf[at] = i;
                items[at++] = new Scene.Item(ready(b.mesh(), prepared), b.ghost());
                continue;
            }
            int face = 0;
            for (Part p : b.parts().parts()) {
                bodyOf[at] = i;
                firstFace[at] = face;
                items[at++] = new Scene.Item(ready(p.mesh(), prepared), p.affine(), b.ghost());
                // Of more faces than an int can count none is ever asked for.
                face += p.mesh().faceCount();
            }
        }
        firstItem[bodies.size()] = at;
    }

    private static RenderMesh ready(Mesh mesh, Map<Mesh, RenderMesh> prepared) {
        return prepared.computeIfAbsent(mesh, RenderMesh::of);
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

    int firstFace(int item) {
        return firstFace[item];
    }

    int firstItem(int body) {
        return firstItem[body];
    }

    /** Behind the last item of a body. */
    int endItem(int body) {
        return firstItem[body + 1];
    }
}
