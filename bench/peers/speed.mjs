// Two spheres of 131,072 triangles, centres apart by half a radius, turned so that nothing lines up: writes them as OBJ
// and times their union. Usage: node speed.mjs FOLDER [REPEATS] [SEGMENTS]
import { writeFileSync } from "node:fs";
import Module from "manifold-3d";

const [folder, repeats = "9", segments = "512"] = process.argv.slice(2);
const { Manifold, Mesh } = await Module().then((m) => (m.setup(), m));

// The same construction as the library's own sphere: an octahedron, its sides divided and pushed out.
const a = Manifold.sphere(50, Number(segments)).rotate([33.3, 12.1, 7.7]);
const b = Manifold.sphere(50, Number(segments)).rotate([-21.7, 48.9, 63.1]).translate([21, 11, 7.6]);

function toObj(manifold, file) {
  const m = manifold.getMesh();
  const lines = [];
  for (let v = 0; v < m.numVert; v++) {
    const at = v * m.numProp;
    lines.push(`v ${m.vertProperties[at]} ${m.vertProperties[at + 1]} ${m.vertProperties[at + 2]}`);
  }
  for (let t = 0; t < m.numTri; t++) {
    lines.push(`f ${m.triVerts[3 * t] + 1} ${m.triVerts[3 * t + 1] + 1} ${m.triVerts[3 * t + 2] + 1}`);
  }
  writeFileSync(`${folder}/${file}`, lines.join("\n") + "\n");
}
toObj(a, "a.obj");
toObj(b, "b.obj");

const meshes = [a.getMesh(), b.getMesh()];
const whole = [], alone = [];
for (let i = 0; i < Number(repeats); i++) {
  const start = performance.now();
  const x = new Manifold(new Mesh(meshes[0])), y = new Manifold(new Mesh(meshes[1]));
  x.numTri();
  y.numTri();
  const ready = performance.now();
  const union = x.add(y);
  const triangles = union.numTri();
  const end = performance.now();
  whole.push(end - start);
  alone.push(end - ready);
  if (i === 0) console.log(`manifold-3d: ${x.numTri()} and ${y.numTri()} triangles, union ${triangles}, volume ${union.volume()}`);
  for (const m of [x, y, union]) m.delete();
}
const median = (list) => list.slice().sort((p, q) => p - q)[list.length >> 1].toFixed(1);
console.log(`manifold-3d: union ${median(alone)} ms, with taking the meshes in ${median(whole)} ms (medians of ${repeats})`);
