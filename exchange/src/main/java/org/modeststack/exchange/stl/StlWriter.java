package org.modeststack.exchange.stl;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;

/** STL, binary (80-byte header, count, 50 bytes a facet) and text. Polygons are cut into triangles. */
public final class StlWriter {
    private StlWriter() {}

    public static byte[] binary(Mesh mesh, LengthUnit unit) throws ExchangeException {
        Triangulation t = mesh.triangulation();
        long size = 84 + 50L * t.count();
        if (size > Integer.MAX_VALUE - 16)
            throw new ExchangeException("The mesh has too many triangles for one STL file.");
        ByteBuffer out = ByteBuffer.allocate((int) size).order(ByteOrder.LITTLE_ENDIAN);
        out.put("Modest Stack".getBytes(StandardCharsets.US_ASCII));
        out.putInt(80, t.count());
        out.position(84);
        double[] p = new double[9], n = new double[3];
        for (int i = 0; i < t.count(); i++) {
            triangle(mesh, t, i, unit, p, n);
            for (double d : n) out.putFloat((float) d);
            for (double d : p) out.putFloat((float) d);
            out.putShort((short) 0);
        }
        return out.array();
    }

    public static byte[] text(Mesh mesh, LengthUnit unit) {
        Triangulation t = mesh.triangulation();
        StringBuilder s = new StringBuilder("solid modest-stack\n");
        double[] p = new double[9], n = new double[3];
        for (int i = 0; i < t.count(); i++) {
            triangle(mesh, t, i, unit, p, n);
            s.append("  facet normal ");
            triple(s, n, 0).append("\n    outer loop\n");
            for (int k = 0; k < 3; k++)
                triple(s.append("      vertex "), p, 3 * k).append('\n');
            s.append("    endloop\n  endfacet\n");
        }
        return s.append("endsolid modest-stack\n").toString().getBytes(StandardCharsets.US_ASCII);
    }

    private static StringBuilder triple(StringBuilder s, double[] d, int at) {
        return s.append((float) d[at])
                .append(' ')
                .append((float) d[at + 1])
                .append(' ')
                .append((float) d[at + 2]);
    }

    private static void triangle(Mesh mesh, Triangulation t, int i, LengthUnit unit, double[] p, double[] n) {
        for (int k = 0; k < 3; k++) {
            int v = mesh.corners()[t.triangleCorners()[3 * i + k]];
            p[3 * k] = mesh.x(v) / unit.millimetres();
            p[3 * k + 1] = mesh.y(v) / unit.millimetres();
            p[3 * k + 2] = mesh.z(v) / unit.millimetres();
        }
        double ux = p[3] - p[0],
                uy = p[4] - p[1],
                uz = p[5] - p[2],
                vx = p[6] - p[0],
                vy = p[7] - p[1],
                vz = p[8] - p[2];
        n[0] = uy * vz - uz * vy;
        n[1] = uz * vx - ux * vz;
        n[2] = ux * vy - uy * vx;
        double l = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        if (l > 0) for (int k = 0; k < 3; k++) n[k] /= l;
    }
}
