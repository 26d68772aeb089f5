// A rectangle to round opened flat in three ways: by its true rulings, by even division of both ends into 64
// zones, and by a least-squares conformal map of a mesh. Time, and the worst error of a point, side by side.
#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Simple_cartesian.h>
#include <CGAL/Surface_mesh.h>
#include <CGAL/Surface_mesh_parameterization/LSCM_parameterizer_3.h>
#include <CGAL/Surface_mesh_parameterization/Two_vertices_parameterizer_3.h>
#include <CGAL/Surface_mesh_parameterization/parameterize.h>
#include <fmt/format.h>

#include <chrono>
#include <complex>

#include "develop/unroll.h"
#include "juggler/juggler.h"

namespace {

using namespace juggler;
using Clock = std::chrono::steady_clock;

Transition fan_outlet() {
  Transition t;
  t.base.profile = {.kind = ProfileKind::rectangle, .width = 320, .length = 320};
  t.top.profile.diameter = 250;
  t.top.tilt = Angle::degrees(15);
  t.top.uphill = Angle::degrees(200);
  t.height = 300;
  t.shift = {60, 20};
  return t;
}
const Sheet film{.thickness = 0, .sizes_on = Face::inside};

// Milliseconds, the least of some runs.
template <typename Work>
double least_time(int runs, const Work& work) {
  double least = HUGE_VAL;
  for (int i = 0; i < runs; ++i) {
    const auto start = Clock::now();
    work();
    least = std::min(least, std::chrono::duration<double, std::milli>(Clock::now() - start).count());
  }
  return least;
}

// The greatest distance between two flats after the best turn, shift and, where asked, scale of the first.
double worst_apart(const std::vector<Vec2>& first, const std::vector<Vec2>& second, bool scaled) {
  using Complex = std::complex<double>;
  const auto n = static_cast<double>(first.size());
  double worst = HUGE_VAL;
  for (const double mirror : {1.0, -1.0}) {
    Complex a0, b0, ab;
    double aa = 0;
    for (size_t i = 0; i < first.size(); ++i) {
      a0 += Complex(first[i].x, mirror * first[i].y) / n;
      b0 += Complex(second[i].x, second[i].y) / n;
    }
    const auto a = [&](size_t i) { return Complex(first[i].x, mirror * first[i].y) - a0; };
    const auto b = [&](size_t i) { return Complex(second[i].x, second[i].y) - b0; };
    for (size_t i = 0; i < first.size(); ++i) {
      ab += std::conj(a(i)) * b(i);
      aa += std::norm(a(i));
    }
    const Complex turn = scaled ? ab / aa : ab / std::abs(ab);
    double apart = 0;
    for (size_t i = 0; i < first.size(); ++i) apart = std::max(apart, std::abs(turn * a(i) - b(i)));
    worst = std::min(worst, apart);
  }
  return worst;
}

struct Exact {
  Form form = *form_part({.asked = fan_outlet(), .sheet = film}).form;
  Flat flat = unroll(form, form.wall);

  [[nodiscard]] Vec2 on_flat(double u, double part) const {
    const FlatRuling r = flat.at(u);
    const double s = form.base(u).s + part * (form.top(u).s - form.base(u).s);
    return r.c + s * direction(r.heading);
  }
  [[nodiscard]] Vec3 in_space(double u, double part) const {
    return edge_point(form, EndName::base, 0, u) +
           part * (edge_point(form, EndName::top, 0, u) - edge_point(form, EndName::base, 0, u));
  }
};

// --- even division: points at equal lengths along both ends, joined and laid out triangle by triangle

// The ruling at which an end has been run along for a share of its girth.
double ruling_after(const Exact& e, EndName end, double share) {
  const std::vector<WallPiece>& wall = e.form.wall;
  constexpr int parts = 400;
  double run = 0;
  const double wanted = share * rim_length(e.form, end, 0);
  for (const WallPiece& w : wall) {
    for (int i = 0; i < parts; ++i) {
      const double a = w.from + (w.to - w.from) * i / parts;
      const double b = w.from + (w.to - w.from) * (i + 1) / parts;
      const double step = norm(edge_point(e.form, end, 0, b) - edge_point(e.form, end, 0, a));
      if (step > 0 && run + step >= wanted) return a + (b - a) * std::max(0.0, (wanted - run) / step);
      run += step;
    }
  }
  return e.form.to();
}

Vec2 third_corner(Vec2 a, Vec2 b, double from_a, double from_b) {
  const double side = norm(b - a);
  const double x = (from_a * from_a - from_b * from_b + side * side) / (2 * side);
  const double y = std::sqrt(std::max(0.0, from_a * from_a - x * x));
  return a + (x / side) * (b - a) + (y / side) * left_of(b - a);
}

std::vector<Vec2> unrolled(const std::vector<Vec3>& low, const std::vector<Vec3>& high) {
  std::vector<Vec2> flat{{0, 0}, {0, norm(high[0] - low[0])}};
  for (size_t i = 0; i + 1 < low.size(); ++i) {
    const Vec2 p = flat[2 * i];
    const Vec2 q = flat[2 * i + 1];
    const Vec2 next_p = third_corner(q, p, norm(low[i + 1] - high[i]), norm(low[i + 1] - low[i]));
    const Vec2 next_q = third_corner(q, next_p, norm(high[i + 1] - high[i]), norm(high[i + 1] - low[i + 1]));
    flat.push_back(next_p);
    flat.push_back(next_q);
  }
  return flat;
}

struct Zones {
  std::vector<Vec3> low, high;
  std::vector<Vec2> truth;
};

Zones even_strips(const Exact& e, int count) {
  Zones s;
  for (int i = 0; i <= count; ++i) {
    const double share = static_cast<double>(i) / count;
    const double u = i == count ? e.form.to() : ruling_after(e, EndName::base, share);
    const double v = i == count ? e.form.to() : ruling_after(e, EndName::top, share);
    s.low.push_back(edge_point(e.form, EndName::base, 0, u));
    s.high.push_back(edge_point(e.form, EndName::top, 0, v));
    s.truth.push_back(e.on_flat(u, 0));
    s.truth.push_back(e.on_flat(v, 1));
  }
  return s;
}

// --- a mesh along the true rulings, flattened as conformally as can be

namespace smp = CGAL::Surface_mesh_parameterization;
using Kernel = CGAL::Simple_cartesian<double>;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;

struct Meshed {
  Mesh mesh;
  std::vector<Vec2> truth;
};

Meshed meshed(const Exact& e, int around, int along) {
  Meshed m;
  std::vector<Mesh::Vertex_index> at;
  for (int i = 0; i <= around; ++i) {
    const double u = e.form.from() + (e.form.to() - e.form.from()) * i / around;
    for (int k = 0; k <= along; ++k) {
      const double part = static_cast<double>(k) / along;
      const Vec3 p = e.in_space(u, part);
      at.push_back(m.mesh.add_vertex({p.x, p.y, p.z}));
      m.truth.push_back(e.on_flat(u, part));
    }
  }
  const auto vertex = [&](int i, int k) { return at[static_cast<size_t>(i * (along + 1) + k)]; };
  for (int i = 0; i < around; ++i) {
    for (int k = 0; k < along; ++k) {
      m.mesh.add_face(vertex(i, k), vertex(i + 1, k), vertex(i + 1, k + 1));
      m.mesh.add_face(vertex(i, k), vertex(i + 1, k + 1), vertex(i, k + 1));
    }
  }
  return m;
}

std::vector<Vec2> conformal(Meshed& m) {
  auto uv = m.mesh.add_property_map<Mesh::Vertex_index, Kernel::Point_2>("v:uv").first;
  const auto border = CGAL::Polygon_mesh_processing::longest_border(m.mesh).first;
  using Border = smp::Two_vertices_parameterizer_3<Mesh>;
  const auto error = smp::parameterize(m.mesh, smp::LSCM_parameterizer_3<Mesh, Border>(), border, uv);
  if (error != smp::OK) throw std::runtime_error("no conformal map");
  std::vector<Vec2> flat;
  for (const auto v : m.mesh.vertices()) flat.push_back({uv[v].x(), uv[v].y()});
  m.mesh.remove_property_map(uv);
  return flat;
}

void row(const char* name, double ms, double error, double own_ms, double own_error) {
  fmt::print("{:<44}{:>12.3f}{:>16.2e}{:>12.1f}{:>14.1e}\n", name, ms, error, ms / own_ms, error / own_error);
}

}  // namespace

int main() {
  const double own_ms = least_time(20, [] { (void)Exact().flat; });
  const Exact exact;
  // Formed again from the flat alone, the seam's two edges must meet.
  const Seam seam{.gap = 0};
  const Proof proof = prove(make_blank(fan_outlet(), film, seam), fan_outlet(), film, seam);
  const double own_error = proof.seam_mismatch;
  fmt::print("{:<44}{:>12}{:>16}{:>12}{:>14}\n", "fan outlet, 320 x 320 to 250 round", "ms",
             "worst error, mm", "times slower", "less exact");
  row("true rulings, to rounding", own_ms, own_error, own_ms, own_error);
  std::vector<Vec2> flat;
  const Zones zones = even_strips(exact, 64);
  const double strip_ms = least_time(20, [&] { flat = unrolled(zones.low, zones.high); });
  row("64 zones between evenly divided ends", strip_ms, worst_apart(flat, zones.truth, false), own_ms,
      own_error);
  for (const int around : {100, 400}) {
    Meshed m = meshed(exact, around, around / 16);
    const double ms = least_time(3, [&] { flat = conformal(m); });
    row(fmt::format("conformal map of {} triangles", m.mesh.number_of_faces()).c_str(), ms,
        worst_apart(flat, m.truth, true), own_ms, own_error);
  }
}
