// Volumes of the exported pairs after manifold-3d. Usage: node volumes.mjs FOLDER COUNT
import { readFileSync } from "node:fs";
import Module from "manifold-3d";

const [folder, count] = process.argv.slice(2);
const { Manifold, Mesh } = await Module().then((m) => (m.setup(), m));

function read(file) {
  const words = readFileSync(`${folder}/${file}`, "ascii").trim().split(/\s+/).map(Number);
  const [vertices, triangles] = words;
  const m = new Mesh({
    numProp: 3,
    vertProperties: new Float32Array(words.slice(2, 2 + 3 * vertices)),
    triVerts: new Uint32Array(words.slice(2 + 3 * vertices, 2 + 3 * vertices + 3 * triangles)),
  });
  return new Manifold(m);
}

for (let i = 0; i < Number(count); i++) {
  try {
    const a = read(`${i}a.txt`), b = read(`${i}b.txt`);
    const list = [a.add(b), a.subtract(b), a.intersect(b)].map((m) => m.volume());
    console.log([i, "manifold-3d", ...list].join(","));
  } catch (e) {
    console.log([i, "manifold-3d", "", "", ""].join(","));
  }
}
