// Round parts in their views.
#include "measure/facts.h"
#include "round.h"
#include "round_sizes.h"
#include "scene/wall.h"

namespace juggler {
namespace {

using ViewSide = ViewDimension::Side;

Phrase label_of(const std::vector<Fact>& labels, const std::string& name) {
  for (const Fact& fact : labels) {
    if (fact.name == name) return fact.value;
  }
  return {};
}

// Of a part with level ends the distance of their planes, else over all.
ViewDimension height(const RoundPart& round, const Phrase& text) {
  ViewDimension d{ViewSide::left, text};
  if (round.form.untrimmed()) {
    d.from = Vec3{};
    d.to = Vec3{0, 0, round.sizes.height};
  }
  return d;
}

ViewNote size_of_end(const RoundPart& round, EndName end, const Phrase& text) {
  const Form& f = round.form;
  const bool base = end == EndName::base;
  const Vec2 away{0, base ? 1.0 : -1.0};
  const auto on_rim = [&](double u) { return edge_point(f, end, f.neutral_depth, u); };
  if (f.pointed(end)) return ViewLabel{text, {on_rim(f.from())}, away};
  const auto of_end = [&](const auto& cut) { return cut.end == end; };
  if (std::any_of(f.trims.begin(), f.trims.end(), of_end) ||
      std::any_of(f.bodies.begin(), f.bodies.end(), of_end) ||
      std::any_of(f.mitres.begin(), f.mitres.end(), of_end)) {
    ViewLabel label{text, {}, away};
    for (int i = 0; i < 12; ++i) label.at.push_back(on_rim(f.from() + (f.to() - f.from()) * i / 12));
    return label;
  }
  const RoundSizes& z = round.sizes;
  const double radius = base ? z.base_radius : z.top_radius;
  const double x = base ? 0 : top_shift(f).x;
  const double at = base ? 0 : z.height;
  return ViewDimension{base ? ViewSide::below : ViewSide::above,
                       text,
                       Vec3{x - radius, 0, at},
                       Vec3{x + radius, 0, at},
                       ViewDimension::Start::place,
                       ViewDimension::Beyond::place,
                       5};
}

}  // namespace

Seen round_seen(const std::shared_ptr<const RoundPart>& round, const Seam& seam, const Blank& b) {
  const Form& f = round->form;
  const std::vector<double> seams = seams_of(f, seam);
  const std::vector<Fact> labels = round_labels(*round, b);
  Seen seen;
  seen.pictorial = pictorial_from(Angle::radians(f.from() + 0.6));
  seen.scene = [=](const Projection& projection) { return wall_scene(round->form, seams, projection); };
  seen.in_front.emplace_back(height(*round, label_of(labels, "height")));
  for (const EndName end : {EndName::base, EndName::top}) {
    const Phrase text = label_of(labels, end == EndName::base ? "base end" : "top end");
    if (!text.empty()) seen.in_front.push_back(size_of_end(*round, end, text));
  }
  const AskedCircle& wider = f.asked[f.asked[0].radius >= f.asked[1].radius ? 0 : 1];
  seen.in_above.emplace_back(PlanAngles{wider.centre, wider.radius});
  label_seams(seen.in_above, f, seams);
  if (!round->sizes.coaxial()) seen.in_above.emplace_back(shift_arrow({}, top_shift(round->form)));
  return seen;
}

}  // namespace juggler
