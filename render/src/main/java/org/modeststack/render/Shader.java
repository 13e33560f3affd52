package org.modeststack.render;

import org.modeststack.mesh.Vec3;

/** Gives every pixel its colour from the triangle that was found for it. */
final class Shader {
    private final Projection projection;
    private final Projected[] items;
    private final DisplayMode mode;
    private final Ground ground;
    private final float halfWidth;
    private final float size;
    private final double spacing;
    private final double perLine;
    private final boolean perspective;
    private final boolean seenFromAbove;
    private final double eyeX;
    private final double eyeY;
    private final double eyeZ;
    private final double forwardX;
    private final double forwardY;
    private final double forwardZ;
    private final double startX;
    private final double startY;
    private final double startZ;
    private final double acrossX;
    private final double acrossY;
    private final double downX;
    private final double downY;
    private final double downZ;
    private final float[] key;
    private final float[] fill;
    /** Between the lamp and the eye, which is taken to be far away. */
    private final float[] halfway;

    /**
     * @param ground null for none
     * @param size pixels of this frame for one of the finished picture
     */
    Shader(Projection projection, Projected[] items, DisplayMode mode, Ground ground, double spacing, int size) {
        this.projection = projection;
        this.items = items;
        this.mode = mode;
        this.ground = ground;
        this.spacing = spacing;
        perLine = 1 / spacing;
        this.size = size;
        halfWidth = 0.55f * size;
        perspective = projection.perspective;
        eyeX = projection.eye.x();
        eyeY = projection.eye.y();
        eyeZ = projection.eye.z();
        forwardX = projection.forward.x();
        forwardY = projection.forward.y();
        forwardZ = projection.forward.z();
        seenFromAbove = perspective ? eyeZ > 0 : forwardZ < 0;
        double unit = 1 / (perspective ? projection.focal : projection.parallelScale());
        Vec3 across = projection.right.times(unit), down = projection.up.times(-unit);
        Vec3 start = (perspective ? projection.forward : projection.eye)
                .minus(across.times(projection.width / 2.0))
                .minus(down.times(projection.height / 2.0));
        acrossX = across.x();
        acrossY = across.y();
        downX = down.x();
        downY = down.y();
        downZ = down.z();
        startX = start.x();
        startY = start.y();
        startZ = start.z();
        key = light(-0.55, 0.72, 0.65);
        fill = light(0.85, 0.05, 0.45);
        Vec3 towards = direction(-0.55, 0.72, 0.65).minus(projection.forward).unit();
        halfway = new float[] {(float) towards.x(), (float) towards.y(), (float) towards.z()};
    }

    private Vec3 direction(double right, double up, double back) {
        return projection
                .right
                .times(right)
                .plus(projection.up.times(up))
                .minus(projection.forward.times(back))
                .unit();
    }

    /** A direction towards a lamp that goes with the camera: right, up and towards the eye. */
    private float[] light(double right, double up, double back) {
        Vec3 l = direction(right, up, back);
        return new float[] {(float) l.x(), (float) l.y(), (float) l.z()};
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
        Pixel pixel = new Pixel();
        FloorRow floor = new FloorRow();
        int[] layers = mode == DisplayMode.SEE_THROUGH ? frame.layers() : null;
        for (int y = y0; y < y1; y++) {
            int backdrop = Colors.mix(Palette.TOP, Palette.BOTTOM, (y + 0.5f) / frame.height);
            floor.start(backdrop, y + 0.5);
            for (int x = 0; x < frame.width; x++) {
                int at = y * frame.width + x, id = frame.id[at], color;
                float ink = frame.ink[at];
                if (id < 0 || mode == DisplayMode.SEE_THROUGH) {
                    color = floor.color(x);
                } else {
                    color = backdrop;
                }
                if (id >= 0) {
                    pixel.set(item(id, pixel.item), id, x + 0.5f, y + 0.5f);
                    int surface = mode == DisplayMode.EDGES ? Palette.SHEET : pixel.surface();
                    color = layers == null
                            ? surface
                            : Colors.mix(color, surface, 1 - (float) Math.pow(0.78, layers[at]));
                    if (mode != DisplayMode.SHADED) ink = Math.max(ink, pixel.ink());
                }
                frame.color[at] = ink <= 0 ? color : Colors.mix(color, Palette.INK, ink);
            }
        }
    }

    /** Lays faces that can be seen through over a picture that is already shaded; from then on they are what is seen. */
    void overlayGlass(Frame frame, Frame glass, int y0, int y1) {
        Pixel pixel = new Pixel();
        for (int y = y0; y < y1; y++) {
            for (int x = 0; x < frame.width; x++) {
                int at = y * frame.width + x, id = glass.id[at];
                if (id < 0 || glass.depth[at] < frame.depth[at]) continue;
                pixel.set(item(id, pixel.item), id, x + 0.5f, y + 0.5f);
                frame.color[at] = Colors.mix(frame.color[at], pixel.surface(), 1 - pixel.transparency());
                float ink = mode == DisplayMode.SHADED ? 0 : pixel.ink();
                if (ink > 0) frame.color[at] = Colors.mix(frame.color[at], Palette.INK, ink);
                frame.id[at] = id;
                frame.depth[at] = glass.depth[at];
            }
        }
    }

    /** Lays ghosts over a picture that is already shaded: clearly in front of surfaces, faintly behind them. */
    void overlay(Frame frame, Frame ghosts, int y0, int y1) {
        Pixel pixel = new Pixel();
        for (int y = y0; y < y1; y++) {
            for (int x = 0; x < frame.width; x++) {
                int at = y * frame.width + x, id = ghosts.id[at];
                float ink = ghosts.ink[at];
                boolean front = ghosts.depth[at] + projection.bias(ghosts.depth[at]) >= frame.depth[at];
                if (id >= 0) {
                    pixel.set(item(id, pixel.item), id, x + 0.5f, y + 0.5f);
                    float share = (front ? 0.20f : 0.07f) + 0.12f * (1 - pixel.facing());
                    frame.color[at] = Colors.mix(frame.color[at], Palette.GHOST, share);
                    ink = Math.max(ink, pixel.ink());
                }
                if (ink > 0) frame.color[at] = Colors.mix(frame.color[at], Palette.GHOST, ink * (front ? 0.85f : 0.3f));
            }
        }
    }

    /**
     * The ground along one row of the picture. The horizon is level, so that along a row the ground is passed at an even
     * pace; how much of it a pixel covers changes slowly and is worked out once for several.
     */
    private final class FloorRow {
        private static final int BLOCK = 16;
        private static final int SOFT = 4;

        private int backdrop;
        private boolean none;
        private double startU;
        private double startV;
        private double stepX;
        private double stepY;
        private double originX;
        private double originY;
        private double distance;
        private double slopeX;
        private double slopeY;
        private double slopeStepX;
        private double slopeStepY;
        private int block;
        private float clear;
        private float fineX;
        private float fineY;
        private float fineFadeX;
        private float fineFadeY;
        private float coarseFadeX;
        private float coarseFadeY;
        private boolean plain;
        private final int[] painted = new int[BLOCK];

        void start(int newBackdrop, double py) {
            backdrop = newBackdrop;
            block = -1;
            double ax = startX + py * downX, ay = startY + py * downY, az = startZ + py * downZ;
            double fz = perspective ? az : forwardZ;
            none = ground == null || Math.abs(fz) < 1e-6;
            if (none) return;
            if (perspective) {
                distance = -eyeZ / az;
                none = distance <= 0;
                originX = eyeX + distance * ax;
                originY = eyeY + distance * ay;
                stepX = distance * acrossX;
                stepY = distance * acrossY;
                slopeX = ax / az;
                slopeY = ay / az;
                slopeStepX = acrossX / az;
                slopeStepY = acrossY / az;
            } else {
                distance = 1;
                slopeX = forwardX / forwardZ;
                slopeY = forwardY / forwardZ;
                slopeStepX = 0;
                slopeStepY = 0;
                originX = ax - az * slopeX;
                originY = ay - az * slopeY;
                stepX = acrossX;
                stepY = acrossY;
            }
            startU = originX * perLine;
            startV = originY * perLine;
        }

        private void measure(double px) {
            double xv = downX - (slopeX + px * slopeStepX) * downZ, yv = downY - (slopeY + px * slopeStepY) * downZ;
            double dx = distance * Math.sqrt(acrossX * acrossX + xv * xv);
            double dy = distance * Math.sqrt(acrossY * acrossY + yv * yv);
            clear = ground.clarity(originX + px * stepX, originY + px * stepY);
            fineX = (float) (spacing / (dx * size));
            fineY = (float) (spacing / (dy * size));
            fineFadeX = fade(fineX);
            fineFadeY = fade(fineY);
            coarseFadeX = fade(10 * fineX);
            coarseFadeY = fade(10 * fineY);
        }

        /** Lines too dense to tell apart fade. */
        private static float fade(float apart) {
            return apart <= 1.8f ? 0 : Math.min(1, apart / 6 - 0.3f);
        }

        int color(int x) {
            if (none) return backdrop;
            if (x / BLOCK != block) {
                block = x / BLOCK;
                paint();
            }
            return plain ? backdrop : painted[x - block * BLOCK];
        }

        /** Paints the pixels of a block; most have no line and no shadow in them. */
        private void paint() {
            double first = block * BLOCK + 0.5, last = first + BLOCK - 1;
            measure((first + last) / 2);
            double du = stepX * perLine, dv = stepY * perLine;
            double u0 = startU + first * du, v0 = startV + first * dv;
            boolean fx = passes(u0, u0 + 15 * du, fineX), fy = passes(v0, v0 + 15 * dv, fineY);
            boolean cx = passes(0.1 * u0, 0.1 * (u0 + 15 * du), 10 * fineX);
            boolean cy = passes(0.1 * v0, 0.1 * (v0 + 15 * dv), 10 * fineY);
            double x0 = originX + first * stepX, y0 = originY + first * stepY;
            double x1 = originX + last * stepX, y1 = originY + last * stepY;
            boolean dark = seenFromAbove && ground.mayShade(x0, y0, x1, y1);
            plain = clear <= 0 || !(fx || fy || cx || cy || dark);
            if (plain) return;
            float shade = 0, shadeStep = 0;
            for (int i = 0; i < BLOCK; i++) {
                // The shadow is soft: a sample every few pixels, and straight lines between.
                if (dark && i % SOFT == 0) {
                    shade = i == 0 ? ground.shadow(x0, y0) : shade;
                    double j = i + SOFT;
                    shadeStep = (ground.shadow(x0 + j * stepX, y0 + j * stepY) - shade) / SOFT;
                }
                double u = u0 + i * du, v = v0 + i * dv;
                float fine = 0, coarse = 0;
                if (fx) fine = line(u, fineX, 0.5f, fineFadeX);
                if (fy) fine = Math.max(fine, line(v, fineY, 0.5f, fineFadeY));
                if (cx) coarse = line(0.1 * u, 10 * fineX, 0.6f, coarseFadeX);
                if (cy) coarse = Math.max(coarse, line(0.1 * v, 10 * fineY, 0.6f, coarseFadeY));
                int color = backdrop;
                float grid = Math.max(0.20f * fine, 0.5f * coarse) * clear;
                if (grid > 0) color = Colors.mix(color, Palette.GRID, grid);
                if (shade > 0) color = Colors.mix(color, Palette.SHADOW, 0.42f * shade);
                shade += shadeStep;
                painted[i] = color;
            }
        }

        /** Whether a line may show between two places. */
        private static boolean passes(double u0, double u1, float apart) {
            if (apart <= 1.8f) return false;
            double reach = 1.2 / apart;
            return Math.floor(Math.max(u0, u1) + reach) > Math.floor(Math.min(u0, u1) - reach);
        }

        /**
         * Cover of the grid lines across one axis.
         *
         * @param u the place in lines from the origin
         * @param apart pixels from one line to the next
         */
        private static float line(double u, float apart, float half, float fade) {
            if (fade <= 0) return 0;
            float off = (float) (u - Math.rint(u));
            float cover = half + 0.5f - Math.abs(off) * apart;
            return cover <= 0 ? 0 : Math.min(1, cover) * fade;
        }
    }

    /** One pixel of one triangle. */
    private final class Pixel {
        private Projected item;
        private int triangle;
        private boolean whole;
        private float u;
        private float v;
        private float w;
        private float twiceArea;
        private final float[] length = new float[3];
        private float nx;
        private float ny;
        private float nz;

        void set(Projected p, int id, float x, float y) {
            item = p;
            triangle = id - p.firstId;
            int[] tri = p.mesh.triangles;
            int a = 3 * tri[3 * triangle], b = 3 * tri[3 * triangle + 1], c = 3 * tri[3 * triangle + 2];
            float[] s = p.screen;
            whole = s[a + 2] >= 0 && s[b + 2] >= 0 && s[c + 2] >= 0;
            if (whole) {
                float ax = s[a], ay = s[a + 1], bx = s[b] - ax, by = s[b + 1] - ay, cx = s[c] - ax, cy = s[c + 1] - ay;
                float px = x - ax, py = y - ay, area = bx * cy - by * cx;
                v = (px * cy - py * cx) / area;
                w = (bx * py - by * px) / area;
                u = 1 - v - w;
                twiceArea = Math.abs(area);
                length[0] = (float) Math.sqrt(bx * bx + by * by);
                length[1] = (float) Math.sqrt((cx - bx) * (cx - bx) + (cy - by) * (cy - by));
                length[2] = (float) Math.sqrt(cx * cx + cy * cy);
            } else {
                u = v = w = 1 / 3f;
            }
            normal(s, a, b, c);
        }

        private void normal(float[] s, int a, int b, int c) {
            int[] n = item.mesh.normals;
            int na = n[3 * triangle], nb = n[3 * triangle + 1], nc = n[3 * triangle + 2];
            float p = u, q = v, r = w;
            if (whole && projection.perspective) {
                // What is linear in space is linear on the screen after division by the distance.
                p = u * s[a + 2];
                q = v * s[b + 2];
                r = w * s[c + 2];
            }
            nx = p * PackedNormal.x(na) + q * PackedNormal.x(nb) + r * PackedNormal.x(nc);
            ny = p * PackedNormal.y(na) + q * PackedNormal.y(nb) + r * PackedNormal.y(nc);
            nz = p * PackedNormal.z(na) + q * PackedNormal.z(nb) + r * PackedNormal.z(nc);
            float[] m = item.normalMatrix;
            if (m != null) {
                float x = nx, y = ny, z = nz;
                nx = m[0] * x + m[1] * y + m[2] * z;
                ny = m[3] * x + m[4] * y + m[5] * z;
                nz = m[6] * x + m[7] * y + m[8] * z;
            }
            float l = (float) Math.sqrt(nx * nx + ny * ny + nz * nz);
            if (l > 0) {
                nx /= l;
                ny /= l;
                nz /= l;
            }
        }

        /** How squarely the surface faces the eye, from 0 to 1. */
        float facing() {
            return Math.min(1, Math.abs((float) (nx * forwardX + ny * forwardY + nz * forwardZ)));
        }

        int surface() {
            boolean back = !item.mesh.closed && nx * forwardX + ny * forwardY + nz * forwardZ > 0;
            float sign = back ? -1 : 1;
            float k = Math.max(0, sign * (nx * key[0] + ny * key[1] + nz * key[2]));
            float l = Math.max(0, sign * (nx * fill[0] + ny * fill[1] + nz * fill[2]));
            float sky = 0.5f + 0.5f * sign * nz;
            float light = 0.20f + 0.24f * sky + 0.78f * k + 0.16f * l;
            int material = material();
            Appearance look = item.appearance;
            float[] pal = look.color;
            float r = pal[3 * material], g = pal[3 * material + 1], b = pal[3 * material + 2];
            float[] colors = item.mesh.mesh.cornerColors();
            if (colors != null) {
                int i = 4 * item.mesh.corners[3 * triangle], j = 4 * item.mesh.corners[3 * triangle + 1];
                int o = 4 * item.mesh.corners[3 * triangle + 2];
                r *= u * colors[i] + v * colors[j] + w * colors[o];
                g *= u * colors[i + 1] + v * colors[j + 1] + w * colors[o + 1];
                b *= u * colors[i + 2] + v * colors[j + 2] + w * colors[o + 2];
            }
            if (back) {
                r *= 0.55f;
                g *= 0.62f;
                b *= 0.70f;
            }
            // The sky is a little cooler than the lamp.
            float cool = 0.24f * sky * 0.06f;
            float shine = look.shine[material];
            if (shine > 0) {
                float metal = look.metal[material], gloss = shine * gloss(sign, look.exponent[material]);
                // What a metal does not mirror it swallows; its highlight has its own colour.
                light *= 1 - 0.6f * metal * shine;
                return Colors.rgb(
                        r * (light - cool) + gloss * (1 - metal + metal * r),
                        g * light + gloss * (1 - metal + metal * g),
                        b * (light + cool) + gloss * (1 - metal + metal * b));
            }
            return Colors.rgb(r * (light - cool), g * light, b * (light + cool));
        }

        /** The highlight of the lamp (J. Blinn, "Models of light reflection", SIGGRAPH 1977), from 0 to 1. */
        private float gloss(float sign, float exponent) {
            float h = sign * (nx * halfway[0] + ny * halfway[1] + nz * halfway[2]);
            return h <= 0 ? 0 : (float) Math.pow(h, exponent);
        }

        private int material() {
            return item.mesh.mesh.faceMaterials()[item.mesh.faceOf[triangle]];
        }

        float transparency() {
            return item.appearance.transparency[material()];
        }

        /** Ink of the edges that run along this triangle's sides, by the pixel's distance from them. */
        float ink() {
            int bits = item.mesh.sides[triangle];
            if (bits == 0 || !whole) return 0;
            float ink = 0;
            for (int i = 0; i < 3; i++) {
                int kind = bits >> 2 * i & 3;
                if (kind == 0 || length[i] == 0) continue;
                float across = twiceArea / length[i];
                float off = (i == 0 ? w : i == 1 ? u : v) * across;
                float cover = halfWidth + 0.5f - off;
                if (cover <= 0) continue;
                float h = across / size;
                float strength = kind == RenderMesh.SHARP ? Math.clamp(h / 2.5f, 0.25f, 0.92f) : softInk(h);
                ink = Math.max(ink, Math.min(1, cover) * strength);
            }
            return ink;
        }

        /** Edges inside smooth surfaces are lighter, and fade where they would lie too close to be told apart. */
        private float softInk(float pixelsApart) {
            float full = mode == DisplayMode.EDGES ? 0.62f : 0.26f;
            return full * Math.clamp((pixelsApart - 1.5f) / 6, 0f, 1f);
        }
    }
}
