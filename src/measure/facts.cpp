// What is said of a piece: the numbers of its blank, and its sizes as asked for.
#include "facts.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <stdexcept>

#include "blank/laid.h"
#include "say.h"

namespace juggler {
namespace {

Phrase sides(const Rectangle& r, const std::string& what) {
  return bare(r.width, {"left edge of " + what, "right edge", "blank"}) + " x " +
         length(r.height, {"lower edge of " + what, "upper edge", "blank"});
}

// A circle by both its sizes, another rim by its length.
Phrase rim_size(double radius, double girth, const std::string& on) {
  if (girth == 0) return "a point";
  return radius > 0 ? round_size(radius, on) : say("girth {}", length(girth, {"once round", "", on}));
}

Phrase seam_place(const Seam& seam) {
  if (!seam.each.empty()) {
    Phrase list;
    for (const Angle a : seam.each) {
      Phrase one = Amount{a.degrees(), Amount::Of::angle, 6, false, Amount::Style::general};
      list += (list.empty() ? Phrase() : Phrase(", ")) + one;
    }
    return say("in {} pieces, seams at plan angles {} deg", seam.each.size(), list);
  }
  const bool faced = seam.ruling == SeamRuling::facing_base || seam.ruling == SeamRuling::facing_top;
  const Phrase at = seam.ruling == SeamRuling::at_angle ? say("at plan angle {}", plan_angle(seam.at))
                    : faced
                        ? say("where the {} faces {}",
                              seam.ruling == SeamRuling::facing_base ? "base" : "top", plan_angle(seam.at))
                        : say("at the {} ruling", name_of(seam.ruling));
  return seam.pieces == 1 ? at : say("in {} pieces, the first seam {}", seam.pieces, at);
}

Phrase proof_text(const Blank& b, const Proof& proof) {
  Phrase text = say("{}, differs by {}, {} allowed", proof.passed ? "passed" : "FAILED",
                    error_of(proof.greatest_distance, true, {"part asked for", "part formed again", ""}),
                    error_of(proof.allowed, false));
  if (!b.groups.empty()) text += say("; openings differ by {}", error_of(proof.opening_mismatch, false));
  if (proof.allowed_strain != 0)
    text += fmt::format("; strain differs by {:.1e}, {:.1e} allowed", proof.strain_mismatch,
                        proof.allowed_strain);
  return text;
}

// How the edges lie beside the seam.
Phrase seam_label(const PieceResult& p) {
  const Seam& seam = p.part.seam;
  if (seam.wedge) return say("wedge {}, half on each side", angle(*seam.wedge, {"edge", "edge", "axis"}));
  if (seam.lap) return say("lap {}", length(*seam.lap, {"seam ruling", "edge as cut", "neutral layer"}));
  const double gap = p.blank.gap.neutral_base;
  Phrase text = gap == 0 ? Phrase("no gap")
                         : say("gap {}, half on each side",
                               length(gap, {"seam start", "seam end", "neutral layer at the base"}));
  if (seam.stock > 0)
    text += say(", stock {} on both", length(seam.stock, {"finished edge", "edge as cut", "neutral layer"}));
  return text;
}

}  // namespace

// A radius with the diameter beside it, so that neither is taken for the other.
Phrase round_size(double radius, const std::string& on) {
  if (radius == 0) return "a point";
  return "dia " + bare(2 * radius, {"wall", "wall across the axis", on}) + ", radius " +
         length(radius, {"axis", "wall", on});
}

Phrase edge_length(const Blank& b, const Edge& e, const std::string& own) {
  const double whole = length_of(e.arcs);
  const Phrase text = length(whole, {"seam start", "seam end", own + " edge as cut"});
  const double left = b.notches.empty() ? whole : left_of_edge(b, e);
  if (left > whole - within::beside * b.size) return text;
  return text + say(", of which openings leave {}",
                    length(left, {"seam start", "seam end", "what is left of the " + own}));
}

// A rim that is no single arc: its lengths, and what it was fitted with.
void add_rims(std::vector<Fact>& rows, const Blank& b) {
  for (const EdgeName name : {EdgeName::base, EdgeName::top}) {
    const Edge* e = edge(b, name);
    if (!e) continue;
    const Arc& arc = e->arcs.front();
    const bool fitted = e->arcs.size() > 1;
    const std::string own = name_of(b, name);
    rows.push_back({"edge " + own + " as cut", edge_length(b, *e, own),
                    fitted || is_straight(arc) ? RowKind::dimension : RowKind::number});
    rows.push_back({"girth " + own + " neutral", length(e->girth, {"once round", "", "neutral layer"}),
                    RowKind::elsewhere});
    if (fitted) {
      rows.push_back({"arcs " + own, say("{}, differing by at most {}", e->arcs.size(),
                                         length(b.fit_error, {"true curve", "arcs", own + " edge as cut"}))});
    } else if (!is_straight(arc)) {
      rows.push_back({"swing radius " + own,
                      length(radius_of(arc), {"swing centre", own + " edge as cut", "blank"}),
                      RowKind::dimension});
      rows.push_back({"chord " + own,
                      length(norm(end_of(arc) - arc.start), {"corner", "corner", "chord of the " + own}),
                      RowKind::dimension});
    }
  }
  const auto by_length = [](const Element& x, const Element& y) { return x.length < y.length; };
  const auto [least, most] = std::minmax_element(b.elements.begin(), b.elements.end(), by_length);
  const Where along{name_of(b, EdgeName::base) + " edge", name_of(b, EdgeName::top) + " edge", "ruling"};
  // Where they differ the wall may have shorter and longer rulings between them.
  const bool differ = most->length - least->length > within::same * b.size;
  const Phrase count = differ ? say(", of {} elements", b.elements.size()) : Phrase();
  const auto of_marked = [&](const Element& e) {
    return say("{} at {}{}", length(e.length, along), plan_angle(e.plan), count);
  };
  rows.push_back({"shortest element", of_marked(*least)});
  rows.push_back({"longest element", of_marked(*most)});
}

void add_faces(std::vector<Fact>& rows, const Blank& b, const std::string& inside) {
  const auto face = [&](const std::string& name, const LayerSizes& s) {
    rows.push_back({name_of(b, EdgeName::base) + " " + name + " as cut",
                    rim_size(s.base_radius, s.base_girth, name), RowKind::elsewhere});
    rows.push_back({name_of(b, EdgeName::top) + " " + name + " as cut",
                    rim_size(s.top_radius, s.top_girth, name), RowKind::elsewhere});
  };
  face(inside, b.inside);
  if (b.thickness == 0) return;
  face("middle", b.middle);
  face("outside", b.outside);
}

void add_overall(std::vector<Fact>& rows, const Form& f, const std::vector<const Blank*>& blanks) {
  const auto across = [&](Vec3 way) { return reach_of(f, blanks, way) + reach_of(f, blanks, Vec3{} - way); };
  rows.push_back({"formed, along x", length(across({1, 0, 0}), {"outermost metal", "outermost metal", "x"}),
                  RowKind::elsewhere});
  rows.push_back({"formed, along y", length(across({0, 1, 0}), {"outermost metal", "outermost metal", "y"}),
                  RowKind::elsewhere});
}

void add_height(std::vector<Fact>& rows, const Blank& b) {
  rows.push_back({"overall height", length(b.overall_height, {"lowest metal", "highest metal", "axis"})});
}

bool alike_elements(const PieceResult& p) { return p.wall() && p.wall()->coaxial && p.wall()->untrimmed(); }

Amount edge_length(const Edge& e) {
  return exact(length_of(e.arcs), Amount::Of::length, {"end", "end", "edge as cut"});
}

Amount sheet_thickness(const PieceResult& p) {
  return exact(p.formed->thickness, Amount::Of::thickness, {"inside", "outside", "sheet"});
}

Phrase shift_of(Vec2 shift) {
  return say("x {}, y {}", length(shift.x, {"centre of the base", "centre of the top", "x"}),
             length(shift.y, {"centre of the base", "centre of the top", "y"}));
}

void add_flanges(std::vector<Fact>& rows, const std::vector<Flange>& flanges) {
  constexpr const char* words[]{"upright", "level", "square to the wall"};
  for (const Flange& f : flanges) {
    Phrase text =
        say("{} wide, {}", length(*f.width, {"corner of wall and flange", "free edge", "size face"}),
            f.direction == FlangeDirection::at_angle
                ? say("at {} from level outwards", given_angle(f.rise, {"level", "flange", ""}))
                : Phrase(words[static_cast<size_t>(f.direction)]));
    if (f.clearance > 0)
      text += say(", corners {} apart", length(f.clearance, {"flange", "flange", "corner"}));
    rows.push_back({std::string(name_of(f.end)) + " flange", text});
  }
}

Phrase seam_text(const Seam& seam) {
  const Phrase at = seam_place(seam);
  if (seam.wedge) return say("wedge gap of {} {}", angle(*seam.wedge, {"edge", "edge", "axis"}), at);
  Phrase text = seam.gap.value_or(0) == 0
                    ? Phrase("no gap")
                    : say("parallel gap of {} on the {}",
                          length(*seam.gap, {"seam start", "seam end",
                                             seam.gap_on ? name_of(*seam.gap_on) : "neutral layer"}),
                          seam.gap_on ? name_of(*seam.gap_on) : "neutral layer");
  if (seam.lap)
    text = say("lap of {} on the {}", length(*seam.lap, {"seam ruling", "edge as cut", "neutral layer"}),
               name_of(seam.lap_on));
  if (seam.stock > 0)
    text += say(", stock of {} on both edges",
                length(seam.stock, {"finished edge", "edge as cut", "neutral layer"}));
  return text + " " + at;
}

double stroke_of(const PressDie& die, double thickness, Angle turned) {
  const double half = turned.radians() / 2;
  const double round = thickness + die.radius + die.punch_radius;
  return die.opening / 2 * std::tan(half) - round * (1 / std::cos(half) - 1);
}

namespace {

Phrase hits_text(const Pressing& p) {
  if (p.hits) return say("pressed, {} hits", *p.hits);
  if (p.facet_width)
    return say("pressed in facets of {}",
               length(*p.facet_width, {"bend line", "bend line", "neutral layer"}));
  if (p.facet_error)
    return say("pressed, facet error at most {}",
               length(*p.facet_error, {"flat", "smooth form", "neutral layer"}));
  return "rolled smooth";
}

}  // namespace

Phrase pressing_text(const Pressing& p) {
  if (!p.die || p.smooth()) return hits_text(p);
  const Where groove{"one side of the groove", "the other", "die"};
  return say("{}, on the die {} (opening {}, radius {}{}) by the punch {} (radius {})", hits_text(p),
             p.die->name, length(p.die->opening, {"shoulder", "shoulder", "die"}),
             length(p.die->radius, {"centre of the shoulder", "shoulder", "die"}),
             p.die->angle ? say(", angle {}", angle(*p.die->angle, groove)) : Phrase(), p.die->punch,
             length(p.die->punch_radius, {"centre of the nose", "nose", "punch"}));
}

Fact sheet_fact(const Sheet& sheet, bool by_neutral) {
  return {"sheet",
          say("{}{}{}{}", thickness(*sheet.thickness), sheet.material.empty() ? "" : " ", sheet.material,
              by_neutral ? fmt::format(", neutral factor {:g}", sheet.neutral_factor) : "")};
}

namespace {

Phrase at_words(Vec3 at, const char* what) {
  const auto along = [&](double v, const char* axis) { return length(v, {"origin", what, axis}); };
  return say("x {}, y {}, z {}", along(at.x, "x"), along(at.y, "y"), along(at.z, "z"));
}

// As it was asked for.
// Parts made together may have a place in their row, and none besides.
bool is_placed(const PartPlace& p) {
  return p.at || !p.on.empty() || !p.follows.empty() || p.lean != Angle{} || p.spin != Angle{};
}

Phrase place_words(const PartPlace& p) {
  Phrase text;
  if (!p.on.empty()) {
    text = say("on {} at height {} and plan angle {}, tilted {}", p.on,
               length(p.height.value_or(0), {"base", "axis of this part", "axis of " + p.on}),
               plan_angle(p.angle), given_angle(p.tilt, {"square to that axis", "axis", "upright plane"}));
    if (p.offset != 0)
      text += say(", {} to the right",
                  length(p.offset, {"axis of " + p.on, "axis of this part", "square to both"}));
  } else if (!p.follows.empty()) {
    text = say("on the {} of {}", name_of(p.follows_end), p.follows);
  } else {
    text = at_words(p.at.value_or(Vec3{}), "centre of the base");
    if (p.lean != Angle{})
      text += say(", leaning {} towards {}", given_angle(p.lean, {"z", "axis", "upright plane"}),
                  plan_angle(p.towards));
  }
  if (p.spin != Angle{})
    text += say(", turned {} about its axis", given_angle(p.spin, {"plan angle 0", "before", "own plan"}));
  return text;
}

// Worked out, in the job's frame.
Phrase stands_words(const Frame& f) {
  Phrase text = at_words(f.origin, "centre of the base");
  const double lean = std::atan2(std::hypot(f.z.x, f.z.y), f.z.z);
  if (lean <= within::same) return text;
  const double towards = std::atan2(f.z.y, f.z.x);
  return text + say(", axis leaning {} towards {}",
                    angle(Angle::radians(lean), {"z", "axis", "upright plane"}),
                    plan_angle(Angle::radians(towards < 0 ? towards + two_pi : towards)));
}

// What an end meets.
Phrase end_words(const EndBody& end) {
  if (end.beside)
    return say("as far as it meets {}, contact {}", end.body,
               end.contact == Contact::size_face ? "size face" : name_of(end.contact_made()));
  Phrase text =
      say("meets the {} of {}, contact {}", name_of(end.face), end.body, name_of(end.contact_made()));
  if (end.gap > 0)
    text +=
        say(", {} before it", length(end.gap, {"end", name_of(end.face) + (" of " + end.body), "ruling"}));
  if (end.gap < 0)
    text += say(", {} past it", length(-end.gap, {"end", name_of(end.face) + (" of " + end.body), "ruling"}));
  return text;
}

// How many, and of which hand: of what has one of its own its sizes say it.
Fact made_fact(const Part& part, const Blank& b, bool has_hand) {
  const bool mirrored = part.making.hand == Hand::opposite && !has_hand;
  return {"quantity", fmt::format("{}{}", b.count, mirrored ? ", opposite hand: plan angles mirrored" : ""),
          mirrored ? RowKind::number : RowKind::elsewhere};
}

}  // namespace

std::vector<Fact> labels_of(const PieceResult& p) {
  std::vector<Fact> rows = p.formed->says.labels ? p.formed->says.labels(p.blank) : std::vector<Fact>();
  if (p.wall() && !p.wall()->open) rows.push_back({"seam", seam_label(p), RowKind::elsewhere});
  return rows;
}

std::vector<Fact> asked_of(const PieceResult& p) {
  std::vector<Fact> rows{{"shape", p.part.shape}};
  if (!p.formed->says.asked) return rows;
  for (Fact& fact : p.formed->says.asked()) rows.push_back(std::move(fact));
  if (p.part.place) {
    if (is_placed(*p.part.place)) rows.push_back({"place", place_words(*p.part.place)});
    rows.push_back({"stands", stands_words(p.stands)});
  }
  if (const auto end = end_of_row(p)) rows.push_back({"last end", stands_words(*end)});
  if (const auto& c = p.part.course)
    rows.push_back({"course", say("{} of {} from the base, its own {} above the shell's",
                                  std::to_string(c->number), std::to_string(c->of),
                                  length(c->below, {"base of the shell", "base of the course", "axis"}))});
  for (const EndBody& end : p.part.ends)
    rows.push_back({fmt::format("end {}", name_of(end.end)), end_words(end)});
  for (const Mitre& m : p.part.mitres)
    rows.push_back(
        {fmt::format("mitre {}", name_of(m.end)),
         say("{} from square to the axis, uphill {}, contact {}{}",
             given_angle(m.tilt, {"square to the axis", "plane of the mitre", ""}), plan_angle(m.uphill),
             m.contact == Contact::size_face ? "size face" : name_of(m.contact),
             m.beyond > 0 ? say(", {} beyond it for a {} joint",
                                length(m.beyond, {"mitre", "end of the sheet", "elements"}), name_of(m.joint))
                          : Phrase())});
  rows.push_back(made_fact(p.part, p.blank, p.formed->has_hand));
  return rows;
}

std::string name_of_joint(const JointProof& j) {
  return j.kind == JointKind::mitre    ? fmt::format("mitre {}, {} and {}", j.position, j.main, j.branch)
         : j.kind == JointKind::course ? fmt::format("courses {} and {}", j.main, j.branch)
         : j.kind == JointKind::crotch ? fmt::format("crotch {}, {}", j.branch, j.main)
         : j.kind == JointKind::seam   ? fmt::format("seam {} on {}", j.branch, j.main)
                                       : fmt::format("joint {} on {}", j.branch, j.main);
}

Fact joint_fact(const JointProof& j) {
  const Where edge{"edge formed again", "what it meets, formed again", ""};
  const Where walls{"outward normal of one", "outward normal of the other", ""};
  Phrase text =
      say("{}, differs by {}, {} allowed; edge {}", j.passed ? "passed" : "failed",
          error_of(std::max(j.distance, j.hole_distance.value_or(0)), true, edge), error_of(j.allowed, false),
          length(j.edge_length, {j.kind == JointKind::crotch ? "foot to foot"
                                 : j.kind == JointKind::seam ? "end to end"
                                                             : "once round",
                                 "", "edge of " + j.branch}));
  if (j.hole_length)
    text += say(", {} {}", j.kind == JointKind::branch ? "hole" : "the other",
                length(*j.hole_length, {"once round", "", "edge of " + j.main}));
  if (j.kind != JointKind::course)
    text +=
        say("; walls at {} to {}", angle(j.least_angle.walls, walls), angle(j.greatest_angle.walls, walls));
  if (j.jog > j.allowed)
    text += say("; axes {} apart", length(j.jog, {"axis of one", "axis of the other", "plane of the mitre"}));
  if (j.lap > 0)
    text += say("; one in the other by {}", length(j.lap, {"edge of one", "edge of the other", "axis"}));
  if (j.kind == JointKind::branch)
    text += say("; gap {} asked, {} found", length(j.gap, {"branch", "face of the main", "ruling"}),
                length(j.gap_found, {"metal of the branch", "face of the main", "nearest places"}));
  return {name_of_joint(j), text, RowKind::number};
}

std::optional<double> mass_of(const PieceResult& p) {
  const auto& density = p.part.sheet.density;
  if (!density || p.formed->thickness == 0) return std::nullopt;
  if (p.blank.thickness == p.formed->thickness && p.formed->metal_share == 1) return mass(p.blank, *density);
  constexpr double cubic_metre = 1e-9;  // of a cubic millimetre
  return cubic_metre * *density * p.formed->thickness * area(p.blank) * p.formed->metal_share;
}

std::vector<Fact> facts_of(const PieceResult& p) {
  const Blank& b = p.blank;
  std::vector<Fact> rows;
  rows.push_back({"blank as laid", sides(as_laid(b), "the box")});
  rows.push_back(
      {"smallest rectangle", sides(smallest_rectangle(b), "the smallest rectangle"), RowKind::dimension});
  rows.push_back({"area", area_of(area(b), "one face of the blank, openings taken off")});
  if (const auto kg = mass_of(p)) rows.push_back({"mass", mass_in(*kg), RowKind::elsewhere});
  rows.push_back({"outline", length(outline_length(b), {"once round", "", "outline as cut"})});
  if (!b.partings.empty()) {
    double long_in_all = 0;
    for (const Outline& cut : b.partings) long_in_all += length_of(cut);
    rows.push_back({"cuts across", say("{}, {} in all", std::to_string(b.partings.size()),
                                       length(long_in_all, {"edge to edge", "", "cuts that blanks share"}))});
  }
  // Of one that runs over a seam both edges have a share.
  std::set<std::string> over;
  for (const BlankOpening& o : b.notches) over.insert(name_of(b, o));
  if (!over.empty()) rows.push_back({"over the edge", fmt::format("{}", over.size())});
  if (!b.openings.empty()) {
    rows.push_back({"openings", fmt::format("{}", b.openings.size())});
    rows.push_back({"outline and openings", length(cut_length(b), {"all that is cut", "", "blank"})});
  }
  if (!p.formed->edges_open && (p.wall() || joint_length(b) > 0))
    rows.push_back({b.folding ? "joints" : "seam", length(joint_length(b), {"", "", "edges to be joined"})});
  if (p.formed->says.numbers) {
    for (Fact& fact : p.formed->says.numbers(b)) rows.push_back(std::move(fact));
  } else {
    add_rims(rows, b);
    add_height(rows, b);
  }
  rows.push_back({"proof", proof_text(b, p.proof)});
  return rows;
}

std::string key_of(const Fact& fact) {
  std::string key = fact.name;
  std::erase(key, ',');
  std::replace(key.begin(), key.end(), ' ', '_');
  return key;
}

Amount measured(const std::vector<Fact>& facts, const std::string& name, size_t which) {
  for (const Fact& fact : facts) {
    if (fact.name != name) continue;
    size_t number = 0;
    for (const auto& part : fact.value.parts()) {
      const auto* amount = std::get_if<Amount>(&part);
      if (!amount || number++ != which) continue;
      Amount alone = *amount;
      alone.named = true;
      return alone;
    }
  }
  throw std::out_of_range("no such number is called " + name);
}

std::string name_of_part(const PieceResult& piece) {
  const Making& m = piece.part.making;
  if (!m.name.empty() && !piece.part.name.empty() && m.name != piece.part.name) {
    return m.name + ", " + piece.part.name;
  }
  if (!m.name.empty()) return m.name;
  if (!piece.part.name.empty()) return piece.part.name;
  return piece.part.shape;
}

std::string title_of(const PieceResult& piece) {
  const Blank& b = piece.blank;
  if (b.pieces == 1) return name_of_part(piece);
  return name_of_part(piece) + ", piece " + std::to_string(b.piece + 1) + " of " + std::to_string(b.pieces);
}

std::string file_name_of(const PieceResult& piece) {
  std::string name = piece.part.name;
  if (piece.blank.pieces > 1) {
    name += (name.empty() ? "" : "-") + std::string("piece") + std::to_string(piece.blank.piece + 1);
  }
  return name;
}

}  // namespace juggler
