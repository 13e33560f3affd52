// Triangles as the exports write them: the coordinates of the vertices, then three vertices a triangle.
#pragma once
#include <istream>
#include <vector>

template <class Point>
struct Soup {
  std::vector<Point> points;
  std::vector<std::vector<std::size_t>> faces;

  Soup(std::istream& in, std::size_t vertices, std::size_t triangles) {
    for (std::size_t i = 0; i < vertices; i++) {
      double x, y, z;
      in >> x >> y >> z;
      points.emplace_back(x, y, z);
    }
    for (std::size_t i = 0; i < triangles; i++) {
      std::size_t a, b, c;
      in >> a >> b >> c;
      faces.push_back({a, b, c});
    }
  }
};
