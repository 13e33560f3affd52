// Volumes of the exported pairs after CGAL: exact Nef polyhedra would be slow, so corefinement with exact
// constructions. Usage: volumes FOLDER COUNT
#include <CGAL/Exact_predicates_exact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/corefinement.h>
#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Polygon_mesh_processing/orientation.h>
#include <CGAL/Polygon_mesh_processing/polygon_soup_to_polygon_mesh.h>
#include <CGAL/Surface_mesh.h>
#include <cstdio>
#include <fstream>
#include <string>

#include "soup.hpp"

using Kernel = CGAL::Exact_predicates_exact_constructions_kernel;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;
namespace PMP = CGAL::Polygon_mesh_processing;

static Mesh read(const std::string& file) {
  std::ifstream in(file);
  std::size_t vertices, triangles;
  in >> vertices >> triangles;
  Soup<Kernel::Point_3> soup(in, vertices, triangles);
  Mesh m;
  PMP::polygon_soup_to_polygon_mesh(soup.points, soup.faces, m);
  return m;
}

static double volume(const Mesh& m) { return m.is_empty() ? 0 : CGAL::to_double(PMP::volume(m)); }

int main(int, char** argv) {
  const std::string folder = argv[1];
  const int count = std::stoi(argv[2]);
  for (int i = 0; i < count; i++) {
    std::string values;
    for (int op = 0; op < 3; op++) {
      std::string value;
      try {
        Mesh a = read(folder + "/" + std::to_string(i) + "a.txt");
        Mesh b = read(folder + "/" + std::to_string(i) + "b.txt");
        Mesh out;
        bool done = op == 0   ? PMP::corefine_and_compute_union(a, b, out)
                    : op == 1 ? PMP::corefine_and_compute_difference(a, b, out)
                              : PMP::corefine_and_compute_intersection(a, b, out);
        char text[64];
        std::snprintf(text, sizeof text, "%.17g", volume(out));
        if (done) value = text;
      } catch (const std::exception&) {
        // Left blank: it cannot say.
      }
      values += "," + value;
    }
    std::printf("%d,cgal%s\n", i, values.c_str());
    std::fflush(stdout);
  }
}
