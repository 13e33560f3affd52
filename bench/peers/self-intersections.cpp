// How many pairs of triangles of each exported shape meet after CGAL; -1 where the shape is no polygon mesh for it.
// Usage: self-intersections FILE
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
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
    long pairs = -1;
    if (PMP::is_polygon_soup_a_polygon_mesh(soup.faces)) {
      Mesh m;
      PMP::polygon_soup_to_polygon_mesh(soup.points, soup.faces, m);
      std::vector<std::pair<Mesh::Face_index, Mesh::Face_index>> found;
      PMP::self_intersections(m, std::back_inserter(found));
      pairs = (long)found.size();
    }
    std::printf("%s,%ld\n", name.c_str(), pairs);
  }
}
