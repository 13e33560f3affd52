// What CGAL counts in each exported shape: shape, whether it is a polygon mesh with faces turned one way, open edges, pairs of
// faces that meet, volume. -1 where it is no polygon mesh. Usage: mending FILE
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Polygon_mesh_processing/polygon_soup_to_polygon_mesh.h>
#include <CGAL/Polygon_mesh_processing/self_intersections.h>
#include <CGAL/Surface_mesh.h>
#include <cstdio>
#include <fstream>
#include <string>

#include "soup.hpp"

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;
namespace PMP = CGAL::Polygon_mesh_processing;

int main(int, char** argv) {
  std::ifstream in(argv[1]);
  std::string name;
  std::size_t vertices, triangles;
  while (in >> name >> vertices >> triangles) {
    Soup<Kernel::Point_3> soup(in, vertices, triangles);
    if (!PMP::is_polygon_soup_a_polygon_mesh(soup.faces)) {
      std::printf("%s,0,-1,-1,-1\n", name.c_str());
      continue;
    }
    Mesh m;
    PMP::polygon_soup_to_polygon_mesh(soup.points, soup.faces, m);
    long open = 0, pairs = -1;
    for (auto h : m.halfedges())
      if (m.is_border(h)) open++;
    std::vector<std::pair<Mesh::Face_index, Mesh::Face_index>> found;
    PMP::self_intersections(m, std::back_inserter(found));
    pairs = (long)found.size();
    double volume = CGAL::is_closed(m) ? CGAL::to_double(PMP::volume(m)) : -1;
    std::printf("%s,1,%ld,%ld,%.17g\n", name.c_str(), open, pairs, volume);
  }
}
