// Openings of a part.
#include <charconv>

#include "fonts.h"
#include "reader.h"

namespace juggler {
namespace {

enum class FormKind { circle, obround, rectangle, ellipse, polygon, polyline, ring_segment, file, together };
constexpr std::array<std::pair<const char*, FormKind>, 9> form_words{
    {{"circle", FormKind::circle},
     {"obround", FormKind::obround},
     {"rectangle", FormKind::rectangle},
     {"ellipse", FormKind::ellipse},
     {"polygon", FormKind::polygon},
     {"polyline", FormKind::polyline},
     {"ring_segment", FormKind::ring_segment},
     {"file", FormKind::file},
     {"union", FormKind::together}}};
constexpr std::array<std::pair<const char*, OpeningHow>, 3> how_words{
    {{"laid", OpeningHow::laid}, {"bored", OpeningHow::bored}, {"fitted", OpeningHow::fitted}}};
constexpr std::array<std::pair<const char*, BoredWalls>, 3> wall_words{
    {{"near", BoredWalls::near}, {"far", BoredWalls::far}, {"both", BoredWalls::both}}};
ProfileKind profile_kind(FormKind kind) {
  switch (kind) {
    case FormKind::obround:
      return ProfileKind::obround;
    case FormKind::rectangle:
      return ProfileKind::rectangle;
    case FormKind::ellipse:
      return ProfileKind::ellipse;
    case FormKind::polygon:
      return ProfileKind::polygon;
    case FormKind::polyline:
      return ProfileKind::polyline;
    case FormKind::file:
      return ProfileKind::outline;
    default:
      return ProfileKind::circle;
  }
}

// Sizes that a form of this kind has no use for.
void refuse_others(Reader& r, const std::string& at, FormKind kind) {
  const bool ring = kind == FormKind::ring_segment;
  const bool joined = kind == FormKind::together;
  for (const char* size : {".inner", ".outer", ".span", ".span_ends"}) {
    const Entry* e = r.at((at + size).c_str());
    if (e && !ring) refuse(*e, "belongs to a ring segment", {}, "leave it out, or take that kind");
  }
  for (const char* size : {".diameter", ".width", ".length", ".between_centres", ".corner_radius", ".sides",
                           ".across_flats", ".across_corners", ".points", ".path", ".layer"}) {
    const Entry* e = r.below(at + size);
    if (e && (ring || joined))
      refuse(*e, std::string("belongs to no ") + (ring ? "ring segment" : "union"), {},
             "leave it out, or take another kind");
  }
  const Entry* parts = r.below(at + ".parts");
  if (parts && !joined) refuse(*parts, "belongs to a union", {}, "say form.kind = \"union\"");
}

RingSegment read_ring(Reader& r, const std::string& at) {
  RingSegment ring;
  r.length((at + ".inner").c_str(), ring.inner);
  r.length((at + ".outer").c_str(), ring.outer);
  r.angle((at + ".span").c_str(), ring.span);
  r.either((at + ".span_ends").c_str(), "round", ring.round_ends);
  return ring;
}

}  // namespace

OpeningForm read_form(Reader& r, const std::string& at, const std::string& key, const std::string& source) {
  OpeningForm form;
  form.key = key;
  std::optional<FormKind> kind;
  r.choice((at + ".kind").c_str(), form_words, kind);
  if (!kind) {
    const Entry* e = r.below(at);
    refuse(e ? *e : *r.first(), "belongs to a form that does not say what it is", {},
           fmt::format("add {}.kind = \"circle\" or another", at));
  }
  refuse_others(r, at, *kind);
  r.point(at + ".shift", form.shift);
  if (*kind == FormKind::ring_segment) {
    form.ring = read_ring(r, at);
    return form;
  }
  if (*kind == FormKind::together) {
    for (int i = 1; r.has(fmt::format("{}.parts.{}", at, i).c_str()); ++i)
      form.together.push_back(
          read_form(r, fmt::format("{}.parts.{}", at, i), fmt::format("{}.parts.{}", key, i), source));
    if (form.together.empty())
      refuse(*r.at((at + ".kind").c_str()), "has no parts", {},
             fmt::format("add {}.parts = [{{ kind = ... }}]", at));
    return form;
  }
  form.profile = read_profile_table(r, at, profile_kind(*kind), source);
  form.profile.key = key;
  return form;
}

namespace {

BoreWay read_bore(Reader& r) {
  BoreWay bore;
  r.either("bore.square_to", "wall", bore.square_to_wall);
  r.angle("bore.tilt", bore.tilt);
  r.angle("bore.swing", bore.swing);
  r.length("bore.offset", bore.offset);
  r.contact("contact", bore.contact);
  if (bore.contact == Contact::size_face) bore.contact.reset();
  return bore;
}

// 3, or "2/3": in row 2 the third.
Repeat::LeftOut left_out(const Entry& e) {
  if (const auto* number = std::get_if<double>(&e.value)) {
    if (e.whole_number && *number >= 1 && *number <= 100000) return {0, static_cast<int>(*number)};
  } else if (const auto* text = std::get_if<std::string>(&e.value)) {
    Repeat::LeftOut out;
    const char* end = text->data() + text->size();
    const auto row = std::from_chars(text->data(), end, out.row);
    if (row.ec == std::errc() && row.ptr != end && *row.ptr == '/' && out.row >= 1) {
      const auto member = std::from_chars(row.ptr + 1, end, out.member);
      if (member.ec == std::errc() && member.ptr == end && out.member >= 1) return out;
    }
  }
  refuse(e, "is no member", "a number from 1, or a text such as \"2/5\", the 5th of row 2");
}

Repeat read_repeat(Reader& r) {
  Repeat repeat;
  if (r.at("repeat.count")) {
    int count = 0;
    r.count("repeat.count", count);
    repeat.count = count;
  }
  r.angle("repeat.over", repeat.over);
  r.angle("repeat.pitch", repeat.pitch);
  r.length("repeat.girth_over", repeat.girth_over);
  r.length("repeat.girth_pitch", repeat.girth_pitch);
  r.either("repeat.span_ends", "included", repeat.span_ends);
  r.flag("repeat.centred", repeat.centred);
  r.flag("repeat.even", repeat.even);
  r.count("repeat.rows", repeat.rows);
  r.length("repeat.row_pitch", repeat.row_pitch);
  r.flag("repeat.staggered", repeat.staggered);
  for (int i = 1;; ++i) {
    const Entry* e = r.at(fmt::format("repeat.leave_out.{}", i).c_str());
    if (!e) break;
    repeat.left_out.push_back(left_out(*e));
  }
  return repeat;
}

}  // namespace

OpeningPlace read_place(Reader& r) {
  OpeningPlace at;
  r.angle("at.angle", at.angle);
  r.length("at.seam_distance", at.seam_distance);
  r.length("at.height", at.height);
  r.length("at.along_ruling", at.along_ruling);
  r.length("at.radius", at.radius);
  if (r.has("at.plan")) {
    Vec2 p;
    r.point("at.plan", p);
    at.plan = p;
  }
  r.choice("at.from", end_words, at.from);
  r.text("at.edge", at.edge);
  if (const Entry* which = r.at("at.which")) {
    if (at.edge.empty())
      refuse(*which, "tells edges of one name apart, and no edge is named", {},
             "add at.edge, or leave it out");
    int number = 0;
    r.count("at.which", number);
    at.which = number;
  }
  constexpr std::array<std::pair<const char*, AlongFrom>, 3> froms{
      {{"start", AlongFrom::start}, {"middle", AlongFrom::middle}, {"end", AlongFrom::end}}};
  r.flag("at.every", at.every);
  if (const Entry* every = r.at("at.every"); every && at.every && (at.edge.empty() || at.which))
    refuse(*every, at.which ? "is given beside which of them" : "is of edges, and no edge is named", {},
           at.which ? "leave one of the two out" : "add at.edge, or leave it out");
  r.length("at.along", at.along);
  r.choice("at.along_from", froms, at.along_from);
  r.length("at.distance", at.distance);
  if (r.has("at.on_flat")) {
    Vec2 p;
    r.point("at.on_flat", p);
    at.on_flat = p;
  }
  r.count("at.piece", at.piece);
  return at;
}

namespace {

// What goes through a fitted opening, which has neither a form nor a place of its own.
void read_body(Reader& r, Opening& o) {
  const bool fitted = o.how == OpeningHow::fitted;
  for (const char* key : {"body", "face", "clearance"}) {
    if (const Entry* idle = r.at(key); idle && !fitted)
      refuse(*idle, "belongs to a fitted opening", {}, "say how = \"fitted\", or leave it out");
  }
  if (!fitted) return;
  for (const char* key : {"form", "at", "walls", "bore", "turn", "repeat"}) {
    if (const Entry* idle = r.below(key))
      refuse(*idle, "is what the other part says of a fitted opening", {}, "leave it out");
  }
  FittedBody body;
  r.text("body", body.body);
  r.choice("face", named_faces, body.face);
  r.length("clearance", body.clearance);
  o.fitted = std::move(body);
}

}  // namespace

std::vector<Opening> read_openings(Reader& part, const std::string& source) {
  std::vector<Opening> openings;
  part.tables("opening", [&](Reader& r) {
    Opening o;
    o.key = fmt::format("opening.{}", openings.size() + 1);
    r.text("name", o.name);
    r.choice("how", how_words, o.how);
    read_body(r, o);
    if (o.how == OpeningHow::fitted) {
      r.contact("contact", o.bore.contact);
      r.length("web", o.web);
      openings.push_back(std::move(o));
      return;
    }
    o.form = read_form(r, "form", o.key + ".form", source);
    o.at = read_place(r);
    r.choice("walls", wall_words, o.walls);
    o.bore = read_bore(r);
    r.angle("turn", o.turn);
    o.repeat = read_repeat(r);
    r.length("web", o.web);
    openings.push_back(std::move(o));
  });
  return openings;
}

std::vector<Lettering> read_letterings(Reader& part, const std::string& source) {
  std::vector<Lettering> letterings;
  part.tables("lettering", [&](Reader& r) {
    Lettering l;
    l.key = fmt::format("lettering.{}", letterings.size() + 1);
    r.text("text", l.text);
    const Entry* text = r.at("text");
    if (!text || l.text.empty())
      refuse(text ? *text : *r.first(), text ? "is empty" : "belongs to lettering without a text", {},
             "add text = \"...\"");
    r.text("name", l.name);
    load_glyphs(*text, r.at("font"), source, l);
    r.length("height", l.height);
    if (!r.at("height"))
      refuse(*text, "does not say how high its letters are", {}, "add height, of a capital");
    l.at = read_place(r);
    l.level = !l.at.flat();
    r.either("line", "level", l.level);  // on the flat refused by the core
    r.either("as", "cut", l.cut);
    r.length("bridge", l.bridge);
    std::optional<Face> from;
    r.choice("reads_from", named_faces, from);
    l.from_inside = from == Face::inside;
    r.flag("centred", l.centred);
    r.length("length", l.length);
    r.angle("turn", l.turn);
    r.length("web", l.web);
    letterings.push_back(std::move(l));
  });
  return letterings;
}

}  // namespace juggler
