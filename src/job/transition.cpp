// Transitions of a job.
#include "reader.h"

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

void read_sizes(Reader& r, const std::string& at, Profile& p) {
  r.length((at + ".diameter").c_str(), p.diameter);
  r.length((at + ".width").c_str(), p.width);
  r.length((at + ".length").c_str(), p.length);
  r.length((at + ".centres").c_str(), p.centres);
  r.length((at + ".corner").c_str(), p.corner);
  r.angle((at + ".turn").c_str(), p.turn);
}

// `base.diameter`, or `base.width` and `base.length`: a circle or a rectangle without more words.
Profile read_short_profile(Reader& r, const std::string& end) {
  Profile p;
  p.key = end;
  read_sizes(r, end, p);
  const bool wide = p.width || p.length;
  if (p.diameter && wide)
    refuse(*r.at((end + ".diameter").c_str()), "is given beside the sides of a rectangle", {},
           "leave one of them out");
  p.kind = wide ? ProfileKind::rectangle : ProfileKind::circle;
  return p;
}

void read_file(Reader& r, const std::string& at, const std::string& source, Profile& p) {
  const Entry* path = r.at((at + ".path").c_str());
  const Entry* layer = r.at((at + ".layer").c_str());
  if (p.kind != ProfileKind::outline && (path || layer))
    refuse(path ? *path : *layer, "belongs to a profile from a file", {},
           fmt::format("say {}.kind = \"file\"", at));
  if (p.kind != ProfileKind::outline) return;
  if (!path)
    refuse(*r.at((at + ".kind").c_str()), "needs a file", {}, fmt::format("add {}.path = \"name.dxf\"", at));
  std::string on;
  r.text((at + ".layer").c_str(), on);
  read_outline(*path, source, r.units(), on, p);
}

Profile read_profile(Reader& r, const std::string& end, const std::string& source) {
  const std::string at = end + ".profile";
  if (!r.has(at.c_str())) return read_short_profile(r, end);
  for (const char* size : {".diameter", ".width", ".length", ".corner", ".turn"}) {
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

}  // namespace

Profile read_profile_table(Reader& r, const std::string& at, ProfileKind kind, const std::string& source) {
  Profile p;
  p.kind = kind;
  read_sizes(r, at, p);
  r.count((at + ".sides").c_str(), p.sides);
  r.length((at + ".across_flats").c_str(), p.across_flats);
  r.length((at + ".across_corners").c_str(), p.across_corners);
  for (int i = 1; r.has(fmt::format("{}.points.{}", at, i).c_str()); ++i) {
    Vec2 point;
    r.point(fmt::format("{}.points.{}", at, i), point);
    p.points.push_back(point);
  }
  r.flag((at + ".open").c_str(), p.open);
  read_file(r, at, source, p);
  return p;
}

namespace {

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

}  // namespace

Transition read_transition(Reader& r, const std::string& source, Seam& seam) {
  Transition t;
  t.base = read_end(r, "base", source);
  t.top = read_end(r, "top", source);
  r.length("height", t.height);
  r.point("top.shift", t.shift);
  read_corners(r, t.corner, t.relief, t.relief_size);
  t.bend = read_bend(r, source);
  t.rulings = read_rulings(r);
  t.strain = read_strain(r);
  const Entry* at = r.at("seam.at");
  if (!at) {
    seam_in_gap(t, seam);
    return t;
  }
  const auto* word = std::get_if<std::string>(&at->value);
  if (!word || *word == "shortest" || *word == "longest") return t;
  const auto base = faced(t.base.profile, *word);
  const auto top = faced(t.top.profile, *word);
  const bool named = word->starts_with("side ") || word->starts_with("corner ") || is_eighth(*word);
  if (!base && !top && named)
    refuse(*at, "names no side or corner of either profile",
           "\"+x\" to \"+x-y\" of a rectangle, \"side 1\", \"corner 1\" ... of a polygon, a plan angle, "
           "\"shortest\" or "
           "\"longest\"");
  if (!base && !top) return t;
  seam.ruling = base ? SeamRuling::facing_base : SeamRuling::facing_top;
  seam.at = base ? *base : *top;
  return t;
}

namespace {

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
      return p.corner > 0;
  }
}

}  // namespace

std::optional<Part> read_collar(Reader& r, const Part& of, EndName end) {
  const std::string name = name_of(end);
  const std::string key = name + ".collar";
  std::optional<double> length;
  r.length(key.c_str(), length);
  if (!length) return std::nullopt;
  r.check(key.c_str(), length, limits::shortest, limits::longest);
  const auto* wall = std::get_if<Transition>(&of.asked);
  if (!wall) return std::nullopt;
  const TransitionEnd& asked = end == EndName::base ? wall->base : wall->top;
  Transition straight = *wall;
  straight.base = {.profile = asked.profile, .sizes_on = asked.sizes_on};
  if (straight.base.profile.key.empty()) straight.base.profile.key = name + ".profile";
  straight.top = straight.base;
  straight.height = length;
  straight.shift = {};
  straight.rulings = Rulings::developable;
  Part collar = of;
  collar.asked = straight;
  collar.name = of.name.empty() ? name + "-collar" : of.name + "-" + name + "-collar";
  if (!is_round(asked.profile)) collar.making.bending = {};  // said of the wall
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

}  // namespace juggler
