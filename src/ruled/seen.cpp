// Transitions in their views.
#include "juggler/measure.h"
#include "measure/say.h"
#include "ruled.h"
#include "scene/wall.h"

namespace juggler {
namespace {

using ViewSide = ViewDimension::Side;

// A wall with the lines in which its flats end, and the bends of a pressed one.
Scene scene_of(const Form& f, const std::vector<double>& seams, const std::vector<Fold>& bends,
               const Projection& projection) {
  Scene s = wall_scene(f, seams, projection);
  for (const Region& r : f.regions) {
    if (r.from <= f.from()) continue;  // the seam
    const auto [base, top] = ends_of_ruling(f, r.from);
    s.lines.push_back(straight(base, top, LineOf::mark));
  }
  for (const Fold& bend : bends) {
    const auto [base, top] = ends_of_ruling(f, within_once(f, bend.u));
    s.lines.push_back(straight(base, top, LineOf::bend));
  }
  return s;
}

// Of many bends every second, third, ...
LineTags tags_of(const Form& f, const std::vector<Fold>& bends) {
  LineTags tags{{}, true, true};
  const size_t step = 1 + bends.size() / 16;
  for (size_t i = 0; i < bends.size(); i += step) {
    const auto [base, top] = ends_of_ruling(f, within_once(f, bends[i].u));
    tags.tags.push_back({bends[i].tag, base, top});
  }
  return tags;
}

}  // namespace

Seen ruled_seen(const Transition& asked, const std::shared_ptr<const Form>& form,
                const std::vector<Fact>& numbers, const Part& part, const Blank& b) {
  const Form& f = *form;
  const std::vector<double> seams =
      f.open ? std::vector<double>() : seams_of(f, seam_as_made(part.seam, part.making));
  std::vector<Fold> bends;  // those along rulings
  for (const Fold& bend : bends_of(b)) {
    if (!bend.hem) bends.push_back(bend);
  }
  Seen seen;
  seen.pictorial = pictorial_from(plan_at(f, f.from()) + Angle::radians(0.6));
  seen.scene = [=](const Projection& projection) { return scene_of(*form, seams, bends, projection); };
  const bool level = asked.base.tilt.degrees() == 0 && asked.top.tilt.degrees() == 0;
  const Phrase height = length(*asked.height, {"centre of the base", "centre of the top", "axis"});
  seen.in_front.emplace_back(ViewDimension{ViewSide::left,
                                           say("{} {}", level ? "height" : "height between centres", height),
                                           f.profiles[0].centre, f.profiles[1].centre});
  const auto overall = [&](const char* name) { return say("overall {}", measured(numbers, name)); };
  seen.in_front.emplace_back(ViewDimension{ViewSide::below, overall("formed, along x")});
  seen.in_above.emplace_back(ViewDimension{ViewSide::right, overall("formed, along y")});
  if (!(asked.shift == Vec2{}))
    seen.in_above.emplace_back(shift_arrow(
        f.profiles[0].centre,
        {f.profiles[1].centre.x - f.profiles[0].centre.x, f.profiles[1].centre.y - f.profiles[0].centre.y}));
  label_seams(seen.in_above, f, seams);
  seen.in_above.emplace_back(PlanAngles{});
  seen.in_pictorial.emplace_back(tags_of(f, bends));
  return seen;
}

}  // namespace juggler
