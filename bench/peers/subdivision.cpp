// The vertices of subdivided cages by CGAL and by OpenSubdiv in double precision, level by level from the cage. Reads cases from
// standard input and writes what it found; see SubdivisionCheck. With "time LEVEL" as arguments it subdivides a cube so often by
// each, with and without a crease, and says how long that took: the fastest of nine runs and the median, ms.
#include <CGAL/Simple_cartesian.h>
#include <CGAL/Surface_mesh.h>
#include <CGAL/subdivision_method_3.h>
#include <opensubdiv/far/primvarRefiner.h>
#include <opensubdiv/far/topologyDescriptor.h>
#include <opensubdiv/far/topologyRefinerFactory.h>

#include <algorithm>
#include <chrono>
#include <cstdio>
#include <functional>
#include <iostream>
#include <sstream>
#include <string>
#include <vector>

using Kernel = CGAL::Simple_cartesian<double>;
using Point = Kernel::Point_3;
using Mesh = CGAL::Surface_mesh<Point>;
using namespace OpenSubdiv;

struct Vertex {
  double p[3];
  void Clear(void* = nullptr) { p[0] = p[1] = p[2] = 0; }
  void AddWithWeight(Vertex const& o, double w) {
    for (int k = 0; k < 3; k++) p[k] += w * o.p[k];
  }
};

struct Cage {
  std::vector<Vertex> vertices;
  std::vector<int> sides, corners, creases, sharpVertices;
  std::vector<float> creaseSharpness, vertexSharpness;
  // Values at corners: the different ones, and for each corner which.
  std::vector<Vertex> values;
  std::vector<int> valueOf;
};

static void print(double x, double y, double z) { std::printf("p %.17g %.17g %.17g\n", x, y, z); }

static Mesh cgalMesh(Cage const& c) {
  Mesh m;
  for (auto& v : c.vertices) m.add_vertex(Point(v.p[0], v.p[1], v.p[2]));
  for (std::size_t f = 0, n = 0; f < c.sides.size(); f++) {
    std::vector<Mesh::Vertex_index> ring;
    for (int k = 0; k < c.sides[f]; k++) ring.push_back(Mesh::Vertex_index(c.corners[n++]));
    m.add_face(ring);
  }
  return m;
}

static void cgal(Mesh& m, bool loop, int levels) {
  if (loop)
    CGAL::Subdivision_method_3::Loop_subdivision(m, CGAL::parameters::number_of_iterations(levels));
  else
    CGAL::Subdivision_method_3::CatmullClark_subdivision(m, CGAL::parameters::number_of_iterations(levels));
}

static Far::TopologyRefiner* refined(Cage const& c, bool loop, int levels, Sdc::Options::FVarLinearInterpolation seams) {
  Far::TopologyDescriptor d;
  d.numVertices = (int)c.vertices.size();
  d.numFaces = (int)c.sides.size();
  d.numVertsPerFace = c.sides.data();
  d.vertIndicesPerFace = c.corners.data();
  d.numCreases = (int)c.creaseSharpness.size();
  d.creaseVertexIndexPairs = c.creases.data();
  d.creaseWeights = c.creaseSharpness.data();
  d.numCorners = (int)c.vertexSharpness.size();
  d.cornerVertexIndices = c.sharpVertices.data();
  d.cornerWeights = c.vertexSharpness.data();
  Far::TopologyDescriptor::FVarChannel channel;
  channel.numValues = (int)c.values.size();
  channel.valueIndices = c.valueOf.data();
  d.numFVarChannels = c.values.empty() ? 0 : 1;
  d.fvarChannels = &channel;
  Sdc::Options options;
  options.SetVtxBoundaryInterpolation(Sdc::Options::VTX_BOUNDARY_EDGE_ONLY);
  options.SetFVarLinearInterpolation(seams);
  auto type = loop ? Sdc::SCHEME_LOOP : Sdc::SCHEME_CATMARK;
  using Factory = Far::TopologyRefinerFactory<Far::TopologyDescriptor>;
  Far::TopologyRefiner* refiner = Factory::Create(d, Factory::Options(type, options));
  Far::TopologyRefiner::UniformOptions uniform(levels);
  uniform.fullTopologyInLastLevel = false;
  refiner->RefineUniform(uniform);
  return refiner;
}

static std::vector<Vertex> osd(Cage const& c, bool loop, int levels) {
  Far::TopologyRefiner* refiner = refined(c, loop, levels, Sdc::Options::FVAR_LINEAR_ALL);
  Far::PrimvarRefinerReal<double> primvars(*refiner);
  std::vector<Vertex> from = c.vertices, to;
  for (int level = 1; level <= levels; level++) {
    to.assign(refiner->GetLevel(level).GetNumVertices(), Vertex{{0, 0, 0}});
    primvars.Interpolate(level, from, to);
    from.swap(to);
  }
  delete refiner;
  return from;
}

// For each corner a point within its face, three quarters of the way from the middle, and its value.
static void printValues(Cage const& c, bool loop, int levels, std::string const& seams) {
  auto mode = seams == "smooth"     ? Sdc::Options::FVAR_LINEAR_NONE
              : seams == "cornered" ? Sdc::Options::FVAR_LINEAR_CORNERS_ONLY
                                    : Sdc::Options::FVAR_LINEAR_ALL;
  Far::TopologyRefiner* refiner = refined(c, loop, levels, mode);
  Far::PrimvarRefinerReal<double> primvars(*refiner);
  std::vector<Vertex> from = c.vertices, values = c.values, to;
  for (int level = 1; level <= levels; level++) {
    to.assign(refiner->GetLevel(level).GetNumVertices(), Vertex{{0, 0, 0}});
    primvars.Interpolate(level, from, to);
    from.swap(to);
    to.assign(refiner->GetLevel(level).GetNumFVarValues(0), Vertex{{0, 0, 0}});
    primvars.InterpolateFaceVarying(level, values, to, 0);
    values.swap(to);
  }
  auto const& last = refiner->GetLevel(levels);
  for (int f = 0; f < last.GetNumFaces(); f++) {
    auto corners = last.GetFaceVertices(f);
    auto valueOf = last.GetFaceFVarValues(f, 0);
    Vertex middle{{0, 0, 0}};
    for (int k = 0; k < corners.size(); k++) middle.AddWithWeight(from[corners[k]], 1.0 / corners.size());
    for (int k = 0; k < corners.size(); k++) {
      Vertex at{{0, 0, 0}};
      at.AddWithWeight(middle, 0.25);
      at.AddWithWeight(from[corners[k]], 0.75);
      Vertex const& t = values[valueOf[k]];
      std::printf("p %.17g %.17g %.17g %.17g %.17g\n", at.p[0], at.p[1], at.p[2], t.p[0], t.p[1]);
    }
  }
  delete refiner;
}

static void say(char const* name, std::function<void()> run) {
  std::vector<double> ms;
  for (int i = 0; i < 9; i++) {
    auto begin = std::chrono::steady_clock::now();
    run();
    ms.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begin).count());
  }
  std::sort(ms.begin(), ms.end());
  std::printf("%s %.0f median %.0f\n", name, ms[0], ms[ms.size() / 2]);
}

static void time(int level) {
  Cage c;
  for (int v = 0; v < 8; v++) c.vertices.push_back({{v & 1 ? 1. : -1, v & 2 ? 1. : -1, v & 4 ? 1. : -1}});
  c.sides.assign(6, 4);
  c.corners = {0, 2, 3, 1, 4, 5, 7, 6, 0, 1, 5, 4, 2, 6, 7, 3, 0, 4, 6, 2, 1, 3, 7, 5};
  say("cgal", [&] {
    Mesh m = cgalMesh(c);
    cgal(m, false, level);
  });
  say("osd", [&] { osd(c, false, level); });
  c.creases = {4, 5, 5, 7, 7, 6, 6, 4};
  c.creaseSharpness = {2.5f, 2.5f, 2.5f, 2.5f};
  say("osd-creased", [&] { osd(c, false, level); });
}

int main(int argc, char** argv) {
  if (argc == 3 && std::string(argv[1]) == "time") {
    time(std::stoi(argv[2]));
    return 0;
  }
  std::string line, head, peer, scheme, seams;
  int level = 0;
  Cage c;
  while (std::getline(std::cin, line)) {
    std::istringstream in(line);
    std::string word;
    in >> word;
    if (word == "case") {
      int number;
      head = line;
      in >> number >> peer >> scheme >> level;
      seams.clear();
      in >> seams;
      c = Cage();
    } else if (word == "v") {
      Vertex v;
      in >> v.p[0] >> v.p[1] >> v.p[2];
      c.vertices.push_back(v);
    } else if (word == "f") {
      int n = 0, i;
      for (; in >> i; n++) c.corners.push_back(i);
      c.sides.push_back(n);
    } else if (word == "t") {
      Vertex v{{0, 0, 0}};
      in >> v.p[0] >> v.p[1];
      c.values.push_back(v);
    } else if (word == "g") {
      for (int i; in >> i;) c.valueOf.push_back(i);
    } else if (word == "e") {
      int a, b;
      float s;
      in >> a >> b >> s;
      c.creases.push_back(a);
      c.creases.push_back(b);
      c.creaseSharpness.push_back(s);
    } else if (word == "c") {
      int v;
      float s;
      in >> v >> s;
      c.sharpVertices.push_back(v);
      c.vertexSharpness.push_back(s);
    } else if (word == "end") {
      std::printf("%s\n", head.c_str());
      bool loop = scheme == "loop";
      if (peer == "cgal") {
        Mesh m = cgalMesh(c);
        cgal(m, loop, level);
        for (auto v : m.vertices()) print(m.point(v).x(), m.point(v).y(), m.point(v).z());
      } else if (!seams.empty()) {
        printValues(c, loop, level, seams);
      } else {
        for (auto& v : osd(c, loop, level)) print(v.p[0], v.p[1], v.p[2]);
      }
      std::printf("end\n");
    }
  }
}
