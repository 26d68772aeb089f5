#include "joints.h"

#include <algorithm>

namespace juggler {
namespace {

// The first ruling of a blank where the part's wall has it.
FormedRuling first_of(const Blank& blank, const Form& f, double u) {
  const double from = f.wall.front().from;
  const double own = u >= from && u <= f.wall.back().to ? u : u - two_pi * std::floor((u - from) / two_pi);
  const Ruling r = ruling_at(f.wall, own);
  const Vec3 left = cross(r.n, r.e);
  return {edge_point(f, EndName::base, f.neutral_depth, own), r.e, r.n,
          blank.face_up == Face::inside ? Vec3{} - left : left};
}

}  // namespace

FormedBlank::FormedBlank(const Blank& blank, const Form& f, double u)
    : panels_(std::make_shared<const std::vector<FlatPanel>>(flat_panels(blank))),
      wall_(*panels_, first_of(blank, f, u)),
      inside_(-f.neutral_depth),
      outside_(f.thickness - f.neutral_depth) {}

Chart FormedBlank::chart(double before, double beyond) const {
  Chart c;
  c.wall = wall_.rulings();
  c.inside = inside_;
  c.outside = outside_;
  c.from = c.wall.front().from;
  c.to = c.wall.back().to;
  c.ends = [wall = wall_, panels = panels_, before, beyond](double u) {
    return std::pair{-before, wall.length(u) + beyond};
  };
  look_along(c);
  return c;
}

std::vector<FormedBlank> formed_blanks(const Blank& blank, const Form& f, const Seam& seam) {
  const std::vector<Span> spans = seam_spans(f, seam);
  const double first = blank.forming.front().from;
  const size_t own = blank.alike.empty() ? 0 : static_cast<size_t>(blank.alike.front());
  std::vector<FormedBlank> formed;
  for (const int piece : blank.alike) {
    const size_t k = std::min(static_cast<size_t>(piece), spans.size() - 1);
    formed.emplace_back(blank, f, first + spans[k].from - spans[std::min(own, spans.size() - 1)].from);
  }
  if (formed.empty()) formed.emplace_back(blank, f, first);
  return formed;
}

double least_of_layers(const std::function<double(double)>& figure, double inside, double outside) {
  const double faces = std::min(figure(inside), figure(outside));
  const double little = within::step * (outside - inside);
  if (little == 0 || figure(inside + little) >= figure(inside) || figure(outside - little) >= figure(outside))
    return faces;
  return std::min(faces, valley(figure, inside, outside).value);
}

double off_contact(const std::function<double(double)>& off, Contact contact, double inside, double outside) {
  switch (contact) {
    case Contact::inside:
      return std::abs(off(inside));
    case Contact::outside:
      return std::abs(off(outside));
    case Contact::middle:
      return std::abs(off((inside + outside) / 2));
    case Contact::full:
      return std::abs(least_of_layers([&](double layer) { return -off(layer); }, inside, outside));
    case Contact::clear:
      return std::abs(least_of_layers(off, inside, outside));
    default:
      return std::abs(off(0));
  }
}

}  // namespace juggler
