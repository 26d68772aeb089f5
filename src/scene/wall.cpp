#include "wall.h"

#include <fmt/format.h>

#include <cmath>

#include "measure/say.h"

namespace juggler {
namespace {

constexpr int looks = 144;

double u_of_look(const Form& form, double i) { return form.from() + (form.to() - form.from()) * i / looks; }

}  // namespace

double within_once(const Form& form, double u) { return u - two_pi * std::floor((u - form.from()) / two_pi); }

std::vector<double> seams_of(const Form& form, const Seam& seam) {
  std::vector<double> seams;
  for (const Span& span : seam_spans(form, seam)) seams.push_back(within_once(form, span.from));
  return seams;
}

std::pair<Vec3, Vec3> ends_of_ruling(const Form& form, double u) {
  return {edge_point(form, EndName::base, form.neutral_depth, u),
          edge_point(form, EndName::top, form.neutral_depth, u)};
}

Scene wall_scene(const Form& form, const std::vector<double>& seams, const Projection& projection) {
  const auto on_rim = [&form](EndName end, double u) { return edge_point(form, end, form.neutral_depth, u); };
  Scene s;
  s.size = form.size;
  std::vector<Vec3> base;
  std::vector<Vec3> top;
  for (int i = 0; i <= looks; ++i) {
    base.push_back(on_rim(EndName::base, u_of_look(form, i)));
    top.push_back(on_rim(EndName::top, u_of_look(form, i)));
  }
  add_faces_between(s, base, top);
  for (const EndName end : {EndName::base, EndName::top}) {
    if (!form.pointed(end))
      s.lines.push_back({[=, &form](double i) { return on_rim(end, u_of_look(form, i)); }, looks});
  }
  const auto ruling = [&](double u, int steps, LineOf of, bool through) {
    const auto [low, high] = ends_of_ruling(form, u);
    s.lines.push_back(straight(low, high, of, steps, through));
  };
  const auto facing = [&](double u) { return dot(ruling_at(form.wall, u).n, projection.towards_eye()); };
  for (int i = 0; i < looks; ++i) {
    const double a = u_of_look(form, i);
    const double b = u_of_look(form, i + 1);
    if ((facing(a) < 0) != (facing(b) < 0)) ruling(root(facing, a, b), 1, LineOf::edge, true);
  }
  for (const double u : seams) ruling(u, 40, LineOf::seam, false);
  if (form.open) {
    for (const double u : {form.from(), form.to()}) ruling(u, 40, LineOf::edge, false);
  }
  return s;
}

void label_seams(std::vector<ViewNote>& notes, const Form& form, const std::vector<double>& seams) {
  for (const double u : seams) {
    const double plan = plan_at(form, u).radians();
    const double at = Angle::radians(plan).degrees();
    const double shown = std::round(1e6 * (at - 360 * std::floor(at / 360))) / 1e6;
    const auto [base, top] = ends_of_ruling(form, u);
    notes.emplace_back(LineLabel{fmt::format("seam {:g}\u00b0", shown == 360 ? 0 : shown), base, top,
                                 left_of(direction(-plan))});
  }
}

ViewArrow shift_arrow(Vec3 from, Vec2 shift) {
  const auto along = [](double mm, const char* axis) {
    return length(mm, {"centre of the base", "centre of the top", axis});
  };
  return {from, from + Vec3{shift.x, shift.y, 0},
          say("top shift x {}, y {}", along(shift.x, "x"), along(shift.y, "y"))};
}

Seen wall_seen(const std::shared_ptr<const Form>& form, const std::optional<Seam>& seam, const Blank& b) {
  const std::vector<double> seams = seam ? seams_of(*form, *seam) : std::vector<double>();
  Seen seen;
  seen.scene = [=](const Projection& projection) { return wall_scene(*form, seams, projection); };
  seen.in_front.emplace_back(
      ViewDimension{ViewDimension::Side::left,
                    say("overall {}", length(b.overall_height, {"lowest metal", "highest metal", "axis"}))});
  label_seams(seen.in_above, *form, seams);
  seen.in_above.emplace_back(PlanAngles{});
  return seen;
}

}  // namespace juggler
