// Transitions of a job.
#include "ruled_rows.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, ProfileKind>, 7> profile_words{
    {{"circle", ProfileKind::circle},
     {"rectangle", ProfileKind::rectangle},
     {"ellipse", ProfileKind::ellipse},
     {"obround", ProfileKind::obround},
     {"polygon", ProfileKind::polygon},
     {"polyline", ProfileKind::polyline},
     {"file", ProfileKind::outline}}};

// `base.diameter`, or `base.width` and `base.length`: a circle or a rectangle without more words.
Profile read_short_profile(Reader& r, const std::string& end) {
  Profile p;
  p.key = end;
  read_profile_sizes(r, end, p);
  const bool wide = p.width || p.length;
  if (p.diameter && wide)
    refuse(*r.at((end + ".diameter").c_str()), "is given beside the sides of a rectangle", {},
           "leave one of them out");
  p.kind = wide ? ProfileKind::rectangle : ProfileKind::circle;
  return p;
}

Profile read_profile(Reader& r, const std::string& end, const std::string& source) {
  const std::string at = end + ".profile";
  if (!r.has(at.c_str())) return read_short_profile(r, end);
  for (const char* size : {".diameter", ".width", ".length", ".corner_radius", ".turn"}) {
    if (const Entry* e = r.at((end + size).c_str()))
      refuse(*e, "is given beside a profile", {}, fmt::format("say it in {}.profile", end));
  }
  std::optional<ProfileKind> kind;
  r.choice((at + ".kind").c_str(), profile_words, kind);
  if (!kind)
    refuse(*r.below(at), "belongs to a profile that does not say what it is", {},
           fmt::format("add {}.kind = \"circle\" or another", at));
  return read_profile_table(r, at, *kind, source);
}

TransitionEnd read_end(Reader& r, const std::string& end, const std::string& source) {
  TransitionEnd e;
  e.profile = read_profile(r, end, source);
  r.angle((end + ".tilt.angle").c_str(), e.tilt);
  r.angle((end + ".tilt.uphill").c_str(), e.uphill);
  r.choice((end + ".sizes_on").c_str(), face_words, e.sizes_on);
  r.contact((end + ".contact").c_str(), e.contact);
  return e;
}

bool is_eighth(const std::string& word) {
  for (int i = 0; i < 8; ++i) {
    if (word == name_of_eighth(i)) return true;
  }
  return false;
}

// The direction in which a side or a corner of a profile faces, by its name; nothing where it has none such.
std::optional<Angle> faced(const Profile& p, const std::string& word) {
  const double turn = p.turn.degrees();
  if (p.kind == ProfileKind::rectangle) {
    for (int i = 0; i < 8; ++i) {
      if (word == name_of_eighth(i)) return Angle::degrees(turn + 45 * i);
    }
  }
  if (p.kind != ProfileKind::polygon) return std::nullopt;
  for (int i = 0; i < p.sides; ++i) {
    if (word == fmt::format("side {}", i + 1)) return Angle::degrees(turn + 360.0 * i / p.sides);
    if (word == fmt::format("corner {}", i + 1)) return Angle::degrees(turn + 360.0 * (i + 0.5) / p.sides);
  }
  return std::nullopt;
}

// The gap of an outline is the middle of the straight line that closes it.
void seam_in_gap(const Transition& t, Seam& seam) {
  for (const SeamRuling ruling : {SeamRuling::facing_base, SeamRuling::facing_top}) {
    const Profile& p = ruling == SeamRuling::facing_base ? t.base.profile : t.top.profile;
    if (!p.gap) continue;
    double twice_area = 0;
    for (const DrawnCurve& c : p.outline) {
      constexpr int parts = 16;
      const auto at = [&](int k) { return c.at(static_cast<double>(k) / parts) - *p.gap; };
      for (int k = 0; k < parts; ++k) twice_area += cross(at(k), at(k + 1));
    }
    const Vec2 way = p.outline.back().end() - p.outline.back().start();
    const Vec2 out = (twice_area < 0 ? 1.0 : -1.0) * left_of(way);
    seam.ruling = ruling;
    seam.at = Angle::radians(std::atan2(out.y, out.x) + p.turn.radians());
    return;
  }
}

Transition read_wall(Reader& r, const std::string& source) {
  Transition t;
  t.base = read_end(r, "base", source);
  t.top = read_end(r, "top", source);
  r.length("height", t.height);
  r.point("top.shift", t.shift);
  read_corners(r, t.hip_joint, t.relief, t.relief_size);
  t.bend = read_bend(r, source);
  t.rulings = read_rulings(r);
  t.strain = read_strain(r);
  t.flanges = read_flanges(r);
  return t;
}

// By a side or corner of a profile.
void name_seam(Reader& r, const Transition& t, Seam& seam) {
  const Entry* at = r.at("seam.at");
  if (!at) {
    seam_in_gap(t, seam);
    return;
  }
  const auto* word = std::get_if<std::string>(&at->value);
  if (!word || *word == "shortest" || *word == "longest") return;
  const auto base = faced(t.base.profile, *word);
  const auto top = faced(t.top.profile, *word);
  const bool named = word->starts_with("side ") || word->starts_with("corner ") || is_eighth(*word);
  if (!base && !top && named)
    refuse(*at, "names no side or corner of either profile",
           "\"+x\" to \"+x-y\" of a rectangle, \"side 1\", \"corner 1\" ... of a polygon, a plan angle, "
           "\"shortest\" or "
           "\"longest\"");
  if (!base && !top) return;
  seam.ruling = base ? SeamRuling::facing_base : SeamRuling::facing_top;
  seam.at = base ? *base : *top;
}

bool is_round(const Profile& p) {
  switch (p.kind) {
    case ProfileKind::circle:
    case ProfileKind::ellipse:
    case ProfileKind::obround:
      return true;
    case ProfileKind::outline:
      return std::any_of(p.outline.begin(), p.outline.end(),
                         [](const DrawnCurve& c) { return c.kind != DrawnCurve::Kind::line; });
    default:
      return p.corner_radius > 0;
  }
}

std::optional<Part> read_collar(Reader& r, const Part& of, EndName end) {
  const std::string name = name_of(end);
  const std::string key = name + ".collar";
  std::optional<double> length;
  r.length(key.c_str(), length);
  if (!length) return std::nullopt;
  r.check(key.c_str(), length, limits::shortest, limits::longest);
  const auto* wall = &std::get<Transition>(of.asked);
  const TransitionEnd& asked = end == EndName::base ? wall->base : wall->top;
  Transition straight = *wall;
  straight.base = {.profile = asked.profile, .sizes_on = asked.sizes_on};
  if (straight.base.profile.key.empty()) straight.base.profile.key = name + ".profile";
  straight.top = straight.base;
  straight.height = length;
  straight.shift = {};
  straight.rulings = Rulings::developable;
  straight.flanges = {};
  Part collar = of;
  collar.asked = straight;
  collar.name = of.name.empty() ? name + "-collar" : of.name + "-" + name + "-collar";
  if (!is_round(asked.profile)) collar.making.pressing = {};  // said of the wall
  collar.making.edges = {};
  collar.making.openings = {};
  collar.making.letterings = {};
  // A side or corner that the seam is named by belongs to one end; at the other it goes by the plan angle.
  const SeamRuling own = end == EndName::base ? SeamRuling::facing_base : SeamRuling::facing_top;
  const SeamRuling others = end == EndName::base ? SeamRuling::facing_top : SeamRuling::facing_base;
  if (of.seam.ruling == others) collar.seam.ruling = SeamRuling::at_angle;
  if (of.seam.ruling == own) collar.seam.ruling = SeamRuling::facing_base;
  return collar;
}

}  // namespace

void read_transition(Reader& r, const std::string& source, Part& part) {
  Transition t = read_wall(r, source);
  name_seam(r, t, part.seam);
  part.asked = std::move(t);
}

std::vector<Part> with_collars(Reader& r, const std::string&, Part part) {
  std::vector<Part> parts;
  for (const EndName end : {EndName::base, EndName::top}) {
    if (auto collar = read_collar(r, part, end)) parts.push_back(std::move(*collar));
  }
  if (!parts.empty() && part.name.empty()) part.name = "wall";
  // A wall by even rulings has no bends: what is said of them is of its collars.
  auto& wall = std::get<Transition>(part.asked);
  if (wall.rulings == Rulings::even && !parts.empty()) wall.bend = {};
  parts.insert(parts.begin(), std::move(part));
  return parts;
}

std::vector<Part> parts_of_breech(Reader& r, const std::string& source, Part like) {
  Breech b;
  b.base = read_end(r, "base", source);
  r.tables("legs", [&](Reader& leg) {
    BreechLeg one;
    one.top = read_end(leg, "top", source);
    one.top.profile.key = fmt::format("legs.{}.{}", b.legs.size() + 1, one.top.profile.key);
    leg.position("centre", one.centre);
    one.seam = like.seam.at;
    leg.angle("seam", one.seam);
    b.legs.push_back(std::move(one));
  });
  r.contact("contact", b.contact);
  return legs_of(b, like);
}

}  // namespace juggler
