package org.modeststack.app.view.picture;

import java.util.BitSet;
import java.util.List;
import org.modeststack.app.view.picture.PictureRequest.ShownBody;
import org.modeststack.mesh.Mesh;
import org.modeststack.render.PickBuffer;

/**
 * A picture as it was drawn, and what lies where in it. Does not change, so that the pointer can ask it while the next is
 * being drawn. Pixels are those of the view, also where the picture was drawn smaller.
 *
 * @param items what the bodies of the request were drawn as
 * @param shrink how many of the view's pixels one of the picture's stands for, across and down
 * @param pixels one row after the other, {@code 0xFFRRGGBB}
 */
public record Picture(
        PictureRequest request, ShownItems items, int shrink, int width, int height, int[] pixels, PickBuffer buffer) {
    /** How far beside a pixel a face is looked for, in pixels: what is thin or at an outline is hard to hit. */
    private static final int REACH = 6;

    private ShownBody bodyOf(PickBuffer.Hit hit) {
        return request.bodies().get(items.bodyOf(hit.item()));
    }

    private PickBuffer.Hit at(double x, double y) {
        return buffer.pick((int) x / shrink, (int) y / shrink);
    }

    /** The body shown at a pixel, or null. */
    public String bodyAt(double x, double y) {
        PickBuffer.Hit hit = at(x, y);
        return hit == null ? null : bodyOf(hit).body();
    }

    /** The bodies that show inside a box, in the order of the request. */
    public List<String> bodiesIn(double x0, double y0, double x1, double y1) {
        BitSet seen = new BitSet();
        for (int y = Math.max(0, (int) y0 / shrink); y <= Math.min(height - 1, (int) y1 / shrink); y++) {
            for (int x = Math.max(0, (int) x0 / shrink); x <= Math.min(width - 1, (int) x1 / shrink); x++) {
                PickBuffer.Hit hit = buffer.pick(x, y);
                if (hit != null) seen.set(items.bodyOf(hit.item()));
            }
        }
        return seen.stream().mapToObj(i -> request.bodies().get(i).body()).toList();
    }

    /** The face of a body that shows at a pixel, or at one close by; -1 for none. */
    public int faceAt(String body, double x, double y) {
        for (int reach = 0; reach <= REACH; reach += 2) {
            for (int i = 0; i < (reach == 0 ? 1 : 8); i++) {
                double angle = i * Math.PI / 4;
                PickBuffer.Hit hit = at(x + reach * Math.cos(angle), y + reach * Math.sin(angle));
                if (hit != null && bodyOf(hit).body().equals(body)) return items.face(hit.item(), hit.face());
            }
        }
        return -1;
    }

    /** The faces of a body that show inside a box. */
    public BitSet facesIn(String body, double x0, double y0, double x1, double y1) {
        int[] box = {(int) x0 / shrink, (int) y0 / shrink, (int) x1 / shrink, (int) y1 / shrink};
        List<ShownBody> bodies = request.bodies();
        for (int i = 0; i < bodies.size(); i++) {
            if (bodies.get(i).body().equals(body)) return facesIn(i, box);
        }
        return new BitSet();
    }

    private BitSet facesIn(int body, int[] box) {
        BitSet out = new BitSet();
        for (int i = items.firstItem(body); i < items.endItem(body); i++) {
            int item = i;
            buffer.facesIn(i, box[0], box[1], box[2], box[3]).stream().forEach(f -> out.set(items.face(item, f)));
        }
        return out;
    }

    /** Whether it shows a mesh as that of a body. */
    public boolean shows(String body, Mesh mesh) {
        return request.bodies().stream().anyMatch(b -> b.body().equals(body) && b.mesh() == mesh);
    }
}
