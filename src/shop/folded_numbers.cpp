// What a folded part is made from and comes to, in words, and its bend schedule.
#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "folded_numbers.h"

namespace juggler {
namespace {

std::string bend_text(const Bend& b, double thickness, const Units& u) {
  if (thickness == 0) return "sharp folds of a sheet without thickness";
  std::string text =
      b.radius ? fmt::format("inside radius {}", shown_length(*b.radius, u)) : "radii of their own";
  if (b.neutral) text += fmt::format(", neutral factor {:g} from the hollow face", *b.neutral);
  if (!b.table.empty()) text += fmt::format(", factors from a table of {} rows", b.table.size());
  if (b.test)
    text += fmt::format(", neutral factor {:.6g} from a test piece",
                        neutral_factor(b, thickness, b.radius.value_or(0), Angle::degrees(90)));
  if (b.springback) text += fmt::format(", springback {} on 90 deg", shown_angle(*b.springback));
  return text;
}

std::string step_text(const ProfileStep& s, const Units& u) {
  if (s.line) return shown_length(*s.line, u);
  const char* way = s.to_right ? "right" : "left";
  if (s.bend) return fmt::format("bend {:g} deg {}", s.bend->degrees(), way);
  return fmt::format("arc {:g} deg {} radius {}", s.arc->degrees(), way, shown_length(*s.radius, u));
}

void panel_rows(std::vector<Row>& rows, const PieceResult& p, const Panel& panel, const Units& u) {
  std::string profile;
  for (const ProfileStep& s : panel.profile) profile += (profile.empty() ? "" : "; ") + step_text(s, u);
  rows.push_back({"profile", profile});
  const char* face = panel.sizes_on          ? name_of(*panel.sizes_on)
                     : p.part.sheet.sizes_on ? name_of(*p.part.sheet.sizes_on)
                                             : "middle";
  rows.push_back({"lines measured", fmt::format("on the {}", face)});
  rows.push_back({"run", shown_length(*panel.run, u)});
  if (std::any_of(panel.profile.begin(), panel.profile.end(),
                  [](const ProfileStep& s) { return s.arc.has_value(); }))
    rows.push_back({"arcs", fmt::format("{}, neutral factor {:g}", pressing_text(p.part.making.bending, u),
                                        p.part.sheet.neutral)});
  rows.push_back({"bends", bend_text(panel.bend, *p.part.sheet.thickness, u)});
}

std::string direction_text(const Flange& f) {
  constexpr const char* words[]{"upright", "level", "square to the wall"};
  if (f.direction != FlangeDirection::at_angle) return words[static_cast<size_t>(f.direction)];
  return fmt::format("at {:g} deg from level outwards", f.rise.degrees());
}

void hopper_rows(std::vector<Row>& rows, const PieceResult& p, const Hopper& h, const Units& u) {
  const auto end = [&](const char* name, const RectangleSize& r) {
    const char* face = name_of(r.sizes_on ? *r.sizes_on : p.part.sheet.sizes_on.value_or(Face::middle));
    rows.push_back({name, fmt::format("width {}, length {}, on the {}", shown_length(*r.width, u),
                                      shown_length(*r.length, u), face)});
  };
  end("base", h.base);
  end("top", h.top);
  rows.push_back({"height", shown_length(*h.height, u)});
  if (!(h.shift == Vec2{}))
    rows.push_back(
        {"top shift", fmt::format("x {}, y {}", shown_length(h.shift.x, u), shown_length(h.shift.y, u))});
  rows.push_back({"seam", fmt::format("{} {}, {}, gap {}", h.seam % 2 == 0 ? "in wall" : "at hip",
                                      name_of_eighth(h.seam),
                                      h.pieces == 1 ? "one piece" : fmt::format("{} pieces", h.pieces),
                                      shown_length(p.part.seam.gap.value_or(0), u))});
  if (h.pieces > 1 || h.seam % 2 == 1)
    rows.push_back(
        {"welded hips", h.corner == Corner::lapped ? "lapped by the walls +x and -x" : "touch inside"});
  for (const Flange& f : h.flanges) {
    rows.push_back({fmt::format("{} flange", name_of(f.end)),
                    fmt::format("{} wide, {}, corners {} apart", shown_length(*f.width, u), direction_text(f),
                                shown_length(f.clearance, u))});
  }
  if (!h.flanges.empty()) rows.push_back({"relief", name_of(h.relief)});
  rows.push_back({"bends", bend_text(h.bend, *p.part.sheet.thickness, u)});
}

// Of parallel bends: what the schedule and rolled arcs turn in all, against how the last plate stands to the
// first in the form (whole turns apart).
std::string sum_of_angles(const PieceResult& p) {
  double scheduled = 0;
  const double up = p.blank.face_up == Face::inside ? 1 : -1;
  for (const BendLine& b : p.blank.bends) {
    if (!b.hem) scheduled += (b.up ? up : -up) * b.turned.degrees();  // a hem lies beyond the form
  }
  for (const Strip& s : p.folded()->strips) {
    if (s.rolled && p.part.making.bending.smooth()) scheduled += s.angle.degrees();
  }
  const Vec3 first = p.folded()->plates.front().x;
  const Vec3 last = p.folded()->plates.back().x;
  const double stands = Angle::radians(std::atan2(cross(first, last).z, dot(first, last))).degrees();
  const double formed = stands + 360 * std::round((scheduled - stands) / 360);
  return fmt::format("{} deg, {} by the form", fixed(scheduled, 4), fixed(formed, 4));
}

std::string polygon_text(const PolygonSize& s, const Units& u) {
  if (s.point) return "a point";
  if (s.across_flats) return shown_length(*s.across_flats, u) + " across flats";
  if (s.across_corners) return shown_length(*s.across_corners, u) + " across corners";
  return s.side ? "sides of " + shown_length(*s.side, u) : "as the base";
}

std::string listed(const std::vector<std::string>& names) {
  std::string all;
  for (const std::string& name : names) all += (all.empty() ? "" : ", ") + name;
  return all;
}

void net_rows(std::vector<Row>& rows, const PieceResult& p, const Net& n, const Units& u) {
  if (n.faces.empty()) {
    rows.push_back({"base", fmt::format("{} sides, {}", n.sides, polygon_text(n.base, u))});
    rows.push_back({"top", polygon_text(n.top, u)});
    rows.push_back({"height", shown_length(*n.height, u)});
    if (!(n.shift == Vec2{}))
      rows.push_back(
          {"top shift", fmt::format("x {}, y {}", shown_length(n.shift.x, u), shown_length(n.shift.y, u))});
  } else {
    rows.push_back({"body", fmt::format("{} faces, {} points", n.faces.size(), n.points.size())});
  }
  for (const SlantingEnd& e : n.ends) {
    rows.push_back(
        {fmt::format("{} slants", name_of(e.end)),
         fmt::format("{} on the axis, tilt {}, uphill {:g} deg", shown_length(e.height.value_or(0), u),
                     shown_angle(e.tilt), e.uphill.degrees())});
  }
  if (*p.part.sheet.thickness > 0)
    rows.push_back({"sizes", fmt::format("on the {}", name_of(*p.part.sheet.sizes_on))});
  if (!n.open.empty()) rows.push_back({"left open", listed(n.open)});
  rows.push_back({"bent", n.bends.empty() ? "chosen for the shortest joints" : listed(n.bends)});
  rows.push_back(
      {"joints", fmt::format("{}, gap {}", n.corner == Corner::lapped ? "lapped" : "touching inside",
                             shown_length(p.part.seam.gap.value_or(0), u))});
  rows.push_back({"relief", name_of(n.relief)});
  rows.push_back({"bends", bend_text(n.bend, *p.part.sheet.thickness, u)});
}

}  // namespace

bool sized_on_middle(const PartJob& part) {
  const auto* strip = std::get_if<HelicalStrip>(&part.asked);
  return std::holds_alternative<Flight>(part.asked) || std::holds_alternative<RuledWall>(part.asked) ||
         (strip && strip->tilt);
}

std::string neutral_text(const PartJob& part) {
  if (const auto* tube = std::get_if<Tube>(&part.asked))
    return fmt::format("opened on its {}", name_of(tube->opened_on));
  if (sized_on_middle(part)) return "sizes on the middle";
  if (stretched_as(part.asked, part.sheet, part.seam)) return "laid out on the middle";
  const auto bends = [](const Bend& b) {
    if (b.neutral) return fmt::format("bends: neutral factor {:g}", *b.neutral);
    return std::string(!b.table.empty() ? "bends by a table" : b.test ? "bends by a test piece" : "no bends");
  };
  if (const auto* panel = std::get_if<Panel>(&part.asked)) return bends(panel->bend);
  if (const auto* hopper = std::get_if<Hopper>(&part.asked)) return bends(hopper->bend);
  const auto* transition = std::get_if<Transition>(&part.asked);
  if (transition && is_folded(*transition, part.sheet)) return bends(transition->bend);
  if (const auto* net = std::get_if<Net>(&part.asked)) return bends(net->bend);
  return fmt::format("neutral factor {:g}", part.sheet.neutral);
}

std::string pressing_text(const Pressing& p, const Units& u) {
  if (p.hits) return fmt::format("pressed, {} hits", *p.hits);
  if (p.flat_width) return fmt::format("pressed in flats of {}", shown_length(*p.flat_width, u));
  if (p.facet_error) return fmt::format("pressed, facet error at most {}", shown_length(*p.facet_error, u));
  return "rolled smooth";
}

std::vector<WallNumbers> wall_numbers(const Body& body) {
  std::vector<WallNumbers> walls;
  for (const Facet& f : body.facets) {
    WallNumbers w{f.name};
    const size_t n = f.corners.size();
    for (size_t k = 0; k < n; ++k) {
      const Vec3 a = f.corners[(k + n - 1) % n] - f.corners[k];
      const Vec3 b = f.corners[(k + 1) % n] - f.corners[k];
      w.corners.push_back(Angle::radians(std::atan2(norm(cross(a, b)), dot(a, b))));
    }
    // The height of the wall in its own plane, square to its first side.
    const Vec3 first = f.corners[1] - f.corners[0];
    for (const Vec3 c : f.corners)
      w.slant = std::max(w.slant, norm(cross(c - f.corners[0], first)) / norm(first));
    w.lean = Angle::radians(std::asin(std::clamp(f.normal.z, -1.0, 1.0)));
    walls.push_back(std::move(w));
  }
  return walls;
}

void add_tube_sizes(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const auto* t = std::get_if<Tube>(&p.part.asked);
  if (!t) return;
  const std::string size =
      t->diameter ? "dia " + shown_length(*t->diameter, u)
      : t->side   ? "square, side " + shown_length(*t->side, u)
                  : fmt::format("width {}, depth {}", shown_length(*t->width, u), shown_length(*t->depth, u));
  if (!t->named.empty()) rows.push_back({"named", t->named});
  rows.push_back({"tube", size + " outside"});
  if (t->corner > 0) rows.push_back({"corners", shown_length(t->corner, u) + " radius outside"});
  rows.push_back({"wall", shown_length(*t->wall, u)});
  rows.push_back({"length", shown_length(*t->length, u)});
  rows.push_back(
      {"opened", fmt::format("on its {}, slit {}", name_of(t->opened_on),
                             t->round() ? fmt::format("at plan angle {:g} deg", p.part.seam.at.degrees())
                                        : fmt::format("in side {}", name_of_eighth(t->slit)))});
  for (const SlantingEnd& e : t->ends) {
    rows.push_back(
        {fmt::format("{} slants", name_of(e.end)),
         fmt::format("{} on the axis, tilt {}, uphill {:g} deg", shown_length(e.height.value_or(0), u),
                     shown_angle(e.tilt), e.uphill.degrees())});
  }
}

void add_folded_sizes(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  if (const auto* panel = std::get_if<Panel>(&p.part.asked)) panel_rows(rows, p, *panel, u);
  if (const auto* hopper = std::get_if<Hopper>(&p.part.asked)) hopper_rows(rows, p, *hopper, u);
  if (const auto* net = std::get_if<Net>(&p.part.asked)) net_rows(rows, p, *net, u);
  if (const auto* t = std::get_if<Transition>(&p.part.asked)) {
    add_ruled_sizes(rows, p, u);
    rows.push_back({"bends", bend_text(t->bend, *p.part.sheet.thickness, u)});
  }
}

void add_pressed_numbers(std::vector<Row>& rows, const Blank& b, const Units& u) {
  if (!b.pressed) return;
  rows.push_back({"hits", fmt::format("{}", b.pressed->hits)});
  rows.push_back({"facet error", b.pressed->asked.facet_error
                                     ? fmt::format("{}, asked {}", shown_length(b.pressed->facet_error, u),
                                                   shown_length(*b.pressed->asked.facet_error, u))
                                     : shown_length(b.pressed->facet_error, u)});
  rows.push_back({"widest flat", b.pressed->asked.flat_width
                                     ? fmt::format("{}, asked {}", shown_length(b.pressed->flat_width, u),
                                                   shown_length(*b.pressed->asked.flat_width, u))
                                     : shown_length(b.pressed->flat_width, u)});
  for (const auto& [name, out] : {std::pair{"base", b.pressed->base_out}, {"top", b.pressed->top_out}}) {
    if (out > 1e-6 * b.size)
      rows.push_back(
          {fmt::format("{} out of its plane", name), fmt::format("{}, pressed", shown_length(out, u))});
  }
  rows.push_back({"first and last flat", fmt::format("{}, {}", shown_length(b.pressed->start_width, u),
                                                     shown_length(b.pressed->end_width, u))});
}

void add_folded_numbers(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const Blank& b = p.blank;
  const Box3 box = box_of(*p.folded());
  rows.push_back({"formed, overall", fmt::format("{} x {} x {}", shown_length(box.high.x - box.low.x, u),
                                                 shown_length(box.high.y - box.low.y, u),
                                                 shown_length(box.high.z - box.low.z, u))});
  const auto bends = std::count_if(b.bends.begin(), b.bends.end(), [](const BendLine& l) { return !l.hit; });
  if (bends > 0) rows.push_back({"bends", fmt::format("{}", bends)});
  for (const BendLine& l : b.bends) {
    if (l.hit) continue;
    const bool parallel = std::abs(l.datum_to - l.datum_from) <= 1e-9 * b.size;
    const std::string to = parallel ? "" : " to " + shown_length(l.datum_to, u);
    rows.push_back({"bend " + l.tag,
                    fmt::format("{}{} from {}, {} {} deg", shown_length(l.datum_from, u), to, l.datum,
                                l.up ? "up" : "down", fixed(l.turned.degrees(), 3)),
                    RowKind::elsewhere});
  }
  if (p.folded()->lie == Lie::profile && !b.bends.empty())
    rows.push_back({"angles turned", sum_of_angles(p)});
  add_pressed_numbers(rows, b, u);
  if (b.folding->relief > 0) rows.push_back({"widest relief", shown_length(b.folding->relief, u)});
  if (b.fit_error > 0)
    rows.push_back({"fitted arcs", fmt::format("at most {} off", shown_length(b.fit_error, u))});
}

Schedule bend_schedule(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  const auto len = [&](double mm) {
    const std::string text = shown_length(mm, u);
    return text.substr(0, text.find(' '));
  };
  const auto deg = [](Angle a) { return fixed(a.degrees(), 3); };
  const std::vector<BendLine>& bends = piece.blank.bends;
  const auto any = [&](auto&& has) { return std::any_of(bends.begin(), bends.end(), has); };
  const bool slanting =
      any([&](const BendLine& b) { return std::abs(b.datum_to - b.datum_from) > 1e-9 * piece.blank.size; });
  const bool sprung = any([](const BendLine& b) { return b.springback.radians() > 0; });
  const bool hits = any([](const BendLine& b) { return b.hit; });
  Schedule s{{"tag", "order", "datum edge", "distance"}, {}};
  if (slanting) s.heads.push_back("at other end");
  for (const char* head : {"tangent 1", "tangent 2", "bend", "turned", "legs", "radius", "length"})
    s.heads.push_back(head);
  if (sprung) s.heads.push_back("springback");
  if (hits) {
    s.heads.push_back("flat before");
    s.heads.push_back("facet error");
  }
  for (const BendLine& b : bends) {
    std::vector<std::string> row{b.tag, fmt::format("{}", b.order), b.datum, len(b.datum_from)};
    if (slanting) row.push_back(len(b.datum_to));
    for (const std::string& cell : {len(b.tangent_a), len(b.tangent_b), std::string(b.up ? "up" : "down"),
                                    deg(b.turned), deg(b.between_legs()), len(b.radius), len(b.length())})
      row.push_back(cell);
    if (sprung) row.push_back(deg(b.springback));
    if (hits) {
      row.push_back(b.hit ? len(b.flat_width) : "-");
      row.push_back(b.hit ? len(b.facet_error) : "-");
    }
    s.rows.push_back(std::move(row));
  }
  return s;
}

Schedule bend_list(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Schedule list = bend_schedule(job, piece);
  const std::set<std::string> angles{"turned", "legs", "springback"};
  const std::set<std::string> words{"tag", "order", "datum edge", "bend"};
  for (std::string& head : list.heads) {
    if (!words.contains(head)) head += angles.contains(head) ? " deg" : " " + u.name;
  }
  const std::vector<std::string> ends{"from across ", "from up ", "to across ", "to up "};
  for (size_t k = 0; k < ends.size(); ++k)
    list.heads.insert(list.heads.begin() + 2 + static_cast<long>(k), ends[k] + u.name);
  const Vec2 corner = as_laid(piece.blank).corner;
  for (size_t i = 0; i < list.rows.size(); ++i) {
    const Vec2 from = piece.blank.bends[i].from - corner;
    const Vec2 to = piece.blank.bends[i].to - corner;
    const std::vector<std::string> cells{cell_length(from.x, u), cell_length(from.y, u), cell_length(to.x, u),
                                         cell_length(to.y, u)};
    list.rows[i].insert(list.rows[i].begin() + 2, cells.begin(), cells.end());
  }
  return list;
}

std::vector<std::vector<std::string>> joint_rows(const PieceResult& piece,
                                                 const std::function<std::string(double)>& len) {
  const Folding& f = *piece.blank.folding;
  const auto plate = [&](const BlankJoint& j) { return f.plates[static_cast<size_t>(j.plate)].name; };
  std::vector<std::vector<std::string>> rows;
  for (size_t i = 0; i < f.joints.size(); ++i) {
    const BlankJoint& j = f.joints[i];
    if (i > 0 && f.joints[i - 1].name == j.name) continue;
    const BlankJoint* other =
        i + 1 < f.joints.size() && f.joints[i + 1].name == j.name ? &f.joints[i + 1] : nullptr;
    const std::string how = j.open            ? "open"
                            : j.lapped        ? "lapped"
                            : j.clearance > 0 ? fmt::format("{} apart", len(j.clearance))
                                              : "touching";
    std::string length = len(j.length);
    if (other && len(other->length) != length) length += ", " + len(other->length);
    rows.push_back({j.name, other ? plate(j) + "; " + plate(*other) : plate(j), length,
                    fixed(j.angle.degrees(), 3), how});
  }
  return rows;
}

}  // namespace juggler
