// OBJ and STL of solids.
#include <fmt/format.h>

#include <array>
#include <bit>
#include <limits>
#include <stdexcept>

#include "juggler/write.h"

namespace juggler {
namespace {

constexpr std::array faces{SolidFace::inside, SolidFace::outside, SolidFace::edge};
constexpr const char* name_of_face(SolidFace face) {
  constexpr const char* names[]{"inside", "outside", "edge"};
  return names[static_cast<size_t>(face)];
}

// Numbers of the file are little-endian.
void put(std::string& out, std::uint32_t value) {
  for (int i = 0; i < 4; ++i) out += static_cast<char>(value >> (8U * static_cast<unsigned>(i)) & 0xffU);
}
void put(std::string& out, Vec3 v) {
  for (const double x : {v.x, v.y, v.z}) put(out, std::bit_cast<std::uint32_t>(static_cast<float>(x)));
}

}  // namespace

void write_obj(const std::vector<NamedSolid>& solids, std::ostream& out) {
  out << "# millimetres\n";
  size_t first = 1;
  for (const NamedSolid& s : solids) {
    for (size_t i = 0; i < s.stands.size(); ++i) {
      out << fmt::format("o {}{}\n", s.name, s.stands.size() > 1 ? fmt::format(" ({})", i + 1) : "");
      for (const auto& [name, value] : s.asked) {
        if (i == 0) out << fmt::format("# {}: {}\n", name, value);
      }
      for (const Vec3& p : s.solid.points) {
        const Vec3 at = s.stands[i].place(p);
        out << fmt::format("v {} {} {}\n", at.x + 0.0, at.y + 0.0, at.z + 0.0);
      }
      for (const SolidFace face : faces) {
        out << fmt::format("g {}\n", name_of_face(face));
        for (const SolidTriangle& t : s.solid.triangles) {
          if (t.face == face)
            out << fmt::format("f {} {} {}\n", first + t.corners[0], first + t.corners[1],
                               first + t.corners[2]);
        }
      }
      first += s.solid.points.size();
    }
  }
}

void write_stl(const std::vector<NamedSolid>& solids, std::ostream& out) {
  size_t count = 0;
  for (const NamedSolid& s : solids) count += s.solid.triangles.size() * s.stands.size();
  if (count > std::numeric_limits<std::uint32_t>::max())
    throw std::runtime_error("an STL cannot have so many triangles");
  // Not "solid": so begin those in text.
  std::string bytes = "formed parts, millimetres";
  bytes.resize(80, ' ');
  put(bytes, static_cast<std::uint32_t>(count));
  for (const NamedSolid& s : solids) {
    for (const Frame& stands : s.stands) {
      for (const SolidTriangle& t : s.solid.triangles) {
        std::array<Vec3, 3> at;
        for (size_t k = 0; k < 3; ++k) at[k] = stands.place(s.solid.points[t.corners[k]]);
        const Vec3 across = cross(at[1] - at[0], at[2] - at[0]);
        put(bytes, norm(across) > 0 ? unit(across) : Vec3{});
        for (const Vec3& p : at) put(bytes, p);
        bytes.append(2, '\0');
      }
    }
  }
  out.write(bytes.data(), static_cast<std::streamsize>(bytes.size()));
}

}  // namespace juggler
