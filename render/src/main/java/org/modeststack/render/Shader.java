package org.modeststack.render;

import org.modeststack.mesh.Vec3;

/** Gives every pixel its colour from the triangle that was found for it. */
final class Shader {
    /** How much of what lies behind so many surfaces is seen in a see-through picture. */
    private static final float[] THROUGH = new float[64];

    static {
        for (int i = 0; i < THROUGH.length; i++) THROUGH[i] = (float) Math.pow(0.78, i);
    }

    private final Projection projection;
    private final Projected[] items;
    private final DisplayMode mode;
    private final Ground ground;
    private final GroundRow.View view;
    private final Palette palette;
    private final double spacing;
    private final int size;
    private final SurfaceRow.Light light;

    /**
     * @param ground null for none
     * @param size pixels of this frame for one of the finished picture
     */
    Shader(
            Projection projection,
            Projected[] items,
            DisplayMode mode,
            Ground ground,
            Palette palette,
            double spacing,
            int size) {
        this.projection = projection;
        this.items = items;
        this.mode = mode;
        this.ground = ground;
        this.palette = palette;
        this.spacing = spacing;
        this.size = size;
        view = view(projection);
        // Lamps that go with the camera; the eye is taken to be far away.
        Vec3 key = direction(-0.55, 0.72, 0.65), fill = direction(0.85, 0.05, 0.45);
        light = new SurfaceRow.Light(
                projection.perspective,
                floats(projection.forward),
                floats(key),
                floats(fill),
                floats(key.minus(projection.forward).unit()));
    }

    private static GroundRow.View view(Projection p) {
        double unit = 1 / (p.perspective ? p.focal : p.parallelScale());
        Vec3 across = p.right.times(unit), down = p.up.times(-unit);
        Vec3 start = (p.perspective ? p.forward : p.eye)
                .minus(across.times(p.width / 2.0))
                .minus(down.times(p.height / 2.0));
        return new GroundRow.View(
                p.perspective, array(p.eye), array(p.forward), array(start), across.x(), across.y(), array(down));
    }

    private static double[] array(Vec3 v) {
        return new double[] {v.x(), v.y(), v.z()};
    }

    private static float[] floats(Vec3 v) {
        return new float[] {(float) v.x(), (float) v.y(), (float) v.z()};
    }

    /** A direction towards a lamp that goes with the camera: right, up and towards the eye. */
    private Vec3 direction(double right, double up, double back) {
        return projection
                .right
                .times(right)
                .plus(projection.up.times(up))
                .minus(projection.forward.times(back))
                .unit();
    }

    /** The item that a triangle belongs to; most often that of the pixel before. */
    private Projected item(int id, Projected before) {
        if (before != null && id >= before.firstId && id < before.firstId + before.triangleCount()) return before;
        int low = 0, high = items.length - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (items[middle].firstId <= id) low = middle;
            else high = middle - 1;
        }
        // Items without triangles begin where the next one does, so the last of those that begin there has them.
        return items[low];
    }

    void shade(Frame frame, int y0, int y1) {
        GroundRow floor = new GroundRow(view, ground, palette, spacing, size, frame.width);
        int[] color = frame.color;
        boolean edges = mode == DisplayMode.EDGES, inked = mode != DisplayMode.SHADED;
        int[] layers = mode == DisplayMode.SEE_THROUGH ? frame.layers() : null;
        SurfaceRow surface = new SurfaceRow(light, mode, size, frame.width);
        for (int y = y0; y < y1; y++) {
            int at = y * frame.width;
            gather(surface, frame.id, at, y, inked, null, null);
            floor.paint(
                    Colors.mix(palette.top(), palette.bottom(), (y + 0.5f) / frame.height),
                    y + 0.5,
                    layers == null ? frame.id : null,
                    at,
                    color);
            if (!edges) surface.light();
            for (int j = 0; j < surface.count(); j++) {
                int i = at + surface.x[j], own = edges ? palette.sheet() : surface.color[j];
                color[i] = layers == null ? own : Colors.mix(color[i], own, 1 - THROUGH[Math.min(layers[i], 63)]);
                if (surface.ink[j] > frame.ink[i]) frame.ink[i] = surface.ink[j];
            }
            if (!inked) continue;
            float[] ink = frame.ink;
            for (int i = at; i < at + frame.width; i++)
                if (ink[i] > 0)
                    color[i] = Colors.mix(color[i], edges || layers != null ? palette.line() : palette.ink(), ink[i]);
        }
    }

    /**
     * Gathers what a row shows.
     *
     * @param depth where it is not less than {@code behind}, pixels are gathered; null for all
     */
    private void gather(SurfaceRow surface, int[] ids, int at, int y, boolean inked, float[] depth, float[] behind) {
        surface.clear();
        Projected item = null;
        for (int x = 0; x < surface.x.length; x++) {
            int id = ids[at + x];
            if (id < 0 || depth != null && depth[at + x] < behind[at + x]) continue;
            int triangle = id & ~Rasterizer.TINY;
            item = item(triangle, item);
            surface.add(item, triangle - item.firstId, triangle != id, x, y, inked);
        }
    }

    /** Lays faces that can be seen through over a picture that is already shaded; from then on they are what is seen. */
    void overlayGlass(Frame frame, Frame glass, int y0, int y1) {
        SurfaceRow surface = new SurfaceRow(light, mode, size, frame.width);
        for (int y = y0; y < y1; y++) {
            int row = y * frame.width;
            gather(surface, glass.id, row, y, mode != DisplayMode.SHADED, glass.depth, frame.depth);
            surface.light();
            for (int j = 0; j < surface.count(); j++) {
                int at = row + surface.x[j];
                int color = Colors.mix(frame.color[at], surface.color[j], 1 - surface.transparency[j]);
                frame.color[at] = Colors.mix(color, palette.ink(), surface.ink[j]);
                frame.id[at] = glass.id[at];
                frame.depth[at] = glass.depth[at];
            }
        }
    }

    /** How much of a pale body is seen over the ground, and over a solid behind it. */
    private static final float FAINT_ALONE = 0.38f, FAINT_BEFORE = 0.14f;

    /** Lays ghosts over a picture that is already shaded: clearly in front of surfaces, faintly behind them. */
    void overlay(Frame frame, Frame ghosts, int y0, int y1) {
        SurfaceRow surface = new SurfaceRow(light, mode, size, frame.width);
        for (int y = y0; y < y1; y++) {
            int row = y * frame.width;
            gather(surface, ghosts.id, row, y, true, null, null);
            surface.facing();
            for (int j = 0; j < surface.count(); j++) {
                int at = row + surface.x[j];
                float share = (isInFront(frame, ghosts, at) ? 0.20f : 0.07f) + 0.12f * (1 - surface.transparency[j]);
                frame.color[at] = Colors.mix(frame.color[at], palette.ghost(), share);
                if (surface.ink[j] > ghosts.ink[at]) ghosts.ink[at] = surface.ink[j];
            }
            for (int at = row; at < row + frame.width; at++) {
                float ink = ghosts.ink[at];
                if (ink > 0)
                    frame.color[at] = Colors.mix(
                            frame.color[at], palette.ghost(), ink * (isInFront(frame, ghosts, at) ? 0.85f : 0.3f));
            }
        }
    }

    /** Lays pale bodies over a picture that is already shaded; beside what is there they are found where they are seen. */
    void overlayFaint(Frame frame, Frame faint, int y0, int y1) {
        SurfaceRow surface = new SurfaceRow(light, mode, size, frame.width);
        for (int y = y0; y < y1; y++) {
            int row = y * frame.width;
            gather(surface, faint.id, row, y, true, null, null);
            surface.light();
            for (int j = 0; j < surface.count(); j++) {
                int at = row + surface.x[j];
                boolean alone = frame.id[at] < 0;
                float share = alone ? FAINT_ALONE : isInFront(frame, faint, at) ? FAINT_BEFORE : 0;
                frame.color[at] =
                        Colors.mix(frame.color[at], Colors.mix(surface.color[j], palette.sheet(), 0.4f), share);
                if (surface.ink[j] > faint.ink[at]) faint.ink[at] = surface.ink[j];
            }
            for (int at = row; at < row + frame.width; at++) {
                float ink = faint.ink[at];
                boolean alone = frame.id[at] < 0;
                if (ink > 0 && (alone || isInFront(frame, faint, at)))
                    frame.color[at] = Colors.mix(
                            frame.color[at], alone ? palette.line() : palette.ink(), ink * (alone ? 0.28f : 0.22f));
                if (!alone || faint.id[at] < 0) continue;
                frame.id[at] = faint.id[at];
                frame.depth[at] = faint.depth[at];
            }
        }
    }

    private boolean isInFront(Frame frame, Frame ghosts, int at) {
        return ghosts.depth[at] + projection.bias(ghosts.depth[at]) >= frame.depth[at];
    }
}
