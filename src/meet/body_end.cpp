#include "body_end.h"

#include <algorithm>

#include "crotch.h"
#include "form/cuts.h"

namespace juggler {
namespace {

// The other end's farthest place, from where a ruling that is not known by its u starts.
double farthest_start(const Form& f, EndName end) {
  const EndName other = end == EndName::top ? EndName::base : EndName::top;
  const double sense = other == EndName::top ? 1 : -1;
  double far = -HUGE_VAL;
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 16; ++i)
      far = std::max(far, sense * f.whole_rim(other)(w.from + (w.to - w.from) * i / 16).s);
  }
  return sense * far;
}

Cutter cutter_of(const std::shared_ptr<const Form>& whole, const EndBody& end) {
  struct Kept {
    std::shared_ptr<const Form> form;
    EndBody asked;
    EndOnFace on;
    double from;
    double up;  // 1 where the body's outward normal points up along the rulings
    Kept(std::shared_ptr<const Form> f, EndBody e)
        : form(std::move(f)),
          asked(std::move(e)),
          on(*form, asked),
          from(farthest_start(*form, asked.end)),
          up((on.sense() > 0) == on.from_outside() ? -1 : 1) {}
  };
  const auto kept = std::make_shared<const Kept>(whole, end);
  Cutter c;
  c.end = end.end;
  c.contact = end.contact_made();
  c.layer = contact_layer(c.contact, whole->neutral_depth, whole->thickness, whole->neutral_depth);
  c.cut = [kept](const Ruling& r, double layer) {
    const auto met = kept->on.meet(r, kept->from, layer);
    return met ? met->cut : Cut{-kept->on.sense() * never, 0};
  };
  const double none = end.end == EndName::top ? never : -never;
  c.beyond = [kept, none](Vec3 p) {
    const auto off = kept->on.face().from(p);
    return off ? kept->up * off->first : none;
  };
  c.normal = [kept](Vec3 p) {
    const auto off = kept->on.face().from(p);
    return off ? kept->up * off->second : Vec3{};
  };
  c.rim = Rim(rim_on_face(kept->on, whole->wall.front().from, whole->wall.back().to));
  return c;
}

Cutter cutter_of(const Form& f, const Mitre& m) {
  return plane_cutter(m.end, tilted_plane(m.height, m.tilt, m.uphill), m.contact,
                      contact_layer(m.contact, size_layer(f, m.end), f.thickness, f.neutral_depth));
}

void check_wall_left(const Form& f, const EndBody& end) {
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 16; ++i) {
      const double u = w.from + (w.to - w.from) * i / 16;
      const double left = f.top(u).s - f.base(u).s;
      if (left > within::same * f.size) continue;
      throw Refusal({.reason = "leaves no wall of this part",
                     .key = end.key,
                     .found = end.body + ", at " + plan_words(f, u) + " a ruling of " + shown_mm(left),
                     .allowed = "some wall at every plan angle",
                     .advice = "raise the height, or move the part away"});
    }
  }
  // Prolonged rulings must not have crossed.
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 16; ++i) {
      const double u = w.from + (w.to - w.from) * i / 16;
      const Rates v = rates(w.ruling(u));
      const double s = f.rim(end.end)(u).s;
      const auto room = [&](double layer) { return -(v.across + layer * v.curl + s * v.turn); };
      if (std::min(room(0), room(f.thickness)) > -within::same * f.size) continue;
      throw Refusal({.reason = "lies past the place where this part's rulings run together",
                     .key = end.key,
                     .found = end.body + ", at " + plan_words(f, u),
                     .advice = "move the part nearer, or make its end there wider"});
    }
  }
}

}  // namespace

PieceMaker ended_by(PieceMaker pieces, const std::vector<EndBody>& ends, const std::vector<Mitre>& mitres) {
  if (ends.empty() && mitres.empty()) return pieces;
  const auto whole = std::make_shared<const Form>(pieces({0, two_pi, 0, 0}));
  std::vector<Cutter> cutters;
  std::vector<Cutter> of_legs;
  std::vector<CrotchCut> crotches;
  for (size_t i = 0; i < ends.size(); ++i) {
    if (!ends[i].beside) {
      cutters.push_back(cutter_of(whole, ends[i]));
      continue;
    }
    crotches.push_back({i, crotches_of(EndOnFace(*whole, ends[i]))});
    of_legs.push_back(crotch_cutter(whole, ends[i], crotches.back().stretches));
  }
  for (const Mitre& mitre : mitres) cutters.push_back(cutter_of(*whole, mitre));
  return [pieces = std::move(pieces), cutters, of_legs, crotches, ends, mitres](const Span& span) {
    Form f = pieces(span);
    if (f.whole_base.pieces().empty()) f.whole_base = f.base;
    if (f.whole_top.pieces().empty()) f.whole_top = f.top;
    for (const EndName end : {EndName::base, EndName::top}) {
      const auto own = [&](const Cutter& c) { return c.end == end; };
      if (std::none_of(cutters.begin(), cutters.end(), own)) continue;
      bool& pointed = end == EndName::base ? f.base_pointed : f.top_pointed;
      // The plane of the end stands before those of trims.
      if (!pointed) f.cutters.erase(std::find_if(f.cutters.begin(), f.cutters.end(), own));
      pointed = false;
      std::copy_if(cutters.begin(), cutters.end(), std::back_inserter(f.cutters), own);
      (end == EndName::base ? f.base : f.top) = rim_along(f.wall, f.cutters, end, f.thickness);
    }
    // Legs start at their base.
    if (!crotches.empty()) f.base = cut_over(f.base, f.wall, EndName::base, crotches, f.crotches);
    f.cutters.insert(f.cutters.end(), of_legs.begin(), of_legs.end());
    f.wall = cut_at_corners(f.wall, f.base, f.top);
    f.bodies = ends;
    f.mitres = mitres;
    for (const EndBody& end : ends) check_wall_left(f, end);
    return f;
  };
}

}  // namespace juggler
