// All that a result states. Lengths mm, areas mm2, angles degrees, whatever the job was written in.
#include "juggler/record.h"

#include <algorithm>
#include <set>

#include "juggler/measure.h"
#include "record_parts.h"

namespace juggler {
namespace {

// An edge as cut on one face: a point has no girth, an edge that is no circle no radius.
Record rim_record(double radius, double girth, const char* on) {
  const bool round = radius > 0 || girth == 0;
  return {{"radius", round ? mm(radius, {"axis", "wall", on}) : Record()},
          {"diameter", round ? mm(2 * radius, {"wall", "wall across the axis", on}) : Record()},
          {"girth", mm(girth, {"once round", "", on})}};
}

Record edge_record(const Edge& e) {
  Record arc;
  if (e.arcs.size() == 1 && !is_straight(e.arcs.front())) {
    const Arc& a = e.arcs.front();
    arc = {{"radius", mm(radius_of(a), {"centre", "edge", "edge as cut"})},
           {"angle", deg(Angle::radians(std::abs(a.turn.radians())), {"end", "end", "about the centre"})},
           {"centre", on_blank(centre_of(a))}};
  }
  const bool rim = e.name == EdgeName::base || e.name == EdgeName::top;
  return {{"name", label_of(e)},
          {"length", mm(length_of(e.arcs), {"end", "end", "edge as cut"})},
          {"girth", rim ? mm(e.girth, {"once round", "", "neutral layer"}) : Record()},
          {"arcs", e.arcs.size()},
          {"arc", arc}};
}

Record layer_record(const LayerSizes& s, const char* on) {
  return {{"base", rim_record(s.base_radius, s.base_girth, on)},
          {"top", rim_record(s.top_radius, s.top_girth, on)}};
}

Record sizes_record(const Blank& b) {
  return {{"inside", layer_record(b.inside, "inside")},
          {"middle", layer_record(b.middle, "middle")},
          {"outside", layer_record(b.outside, "outside")},
          {"neutral", layer_record(b.neutral_sizes, "neutral layer")},
          {"overall_height", mm(b.overall_height, {"lowest metal", "highest metal", "axis"})}};
}

Record bevel_record(const std::optional<Bevel>& b, const char* plane) {
  if (!b) return {};
  const auto depth = [&](double value, const char* on) { return mm(value, {plane, "edge cut square", on}); };
  return {{"angle", deg(b->angle, {"square to the sheet", plane, "edge as cut"})},
          {"inside", depth(b->inside, "inside")},
          {"outside", depth(b->outside, "outside")}};
}

Record element_record(const Element& e) {
  return {{"number", e.number},
          {"plan_angle", deg(e.plan, {"x axis", "ruling", "plan"})},
          {"length", mm(e.length, {"base edge", "top edge", "ruling"})},
          {"from_base", mm(e.from_base, {"base plane", "top edge", "ruling"})},
          {"from_top", mm(e.from_top, {"top plane", "base edge", "ruling"})},
          {"base", on_blank(e.base)},
          {"top", on_blank(e.top)},
          {"base_run", mm(e.base_run, {"element 0", "element", "base edge, before the gap"})},
          {"top_run", mm(e.top_run, {"element 0", "element", "top edge, before the gap"})},
          {"mirror", e.mirror < 0 ? Record() : Record(e.mirror)},
          {"base_bevel", bevel_record(e.base_bevel, "plane of the base")},
          {"top_bevel", bevel_record(e.top_bevel, "plane of the top")},
          {"on_metal", e.on_metal},
          {"edge_distance", mm(e.edge_distance, {"seam ruling", "edge as cut", "base"})}};
}

Record gap_record(const GapReport& g) {
  const auto gap = [](double value, const char* on) { return mm(value, {"seam start", "seam end", on}); };
  return {{"base",
           {{"inside", gap(g.inside_base, "inside")},
            {"neutral", gap(g.neutral_base, "neutral layer")},
            {"outside", gap(g.outside_base, "outside")}}},
          {"top",
           {{"inside", gap(g.inside_top, "inside")},
            {"neutral", gap(g.neutral_top, "neutral layer")},
            {"outside", gap(g.outside_top, "outside")}}}};
}

Record blank_record(const PieceResult& piece) {
  const Blank& b = piece.blank;
  return {{"area", mm2(area(b), {"", "", "one face of the blank, openings taken off"})},
          {"outline_length", mm(outline_length(b), {"once round", "", "outline as cut"})},
          {"cut_length", mm(cut_length(b), {"all that is cut", "", "blank"})},
          {"joint_length", mm(joint_length(b), {"end", "end", "edges to be joined"})},
          {"smallest_rectangle", sides_record(smallest_rectangle(b), "smallest rectangle")},
          {"as_laid", sides_record(as_laid(b), "box")},
          {"overlaps_itself", overlaps_itself(b)},
          {"mass", mass_of(piece) ? kg(*mass_of(piece)) : Record()}};
}

Record card_rim_record(const CardRim& r) {
  const Between along{"middle of the chord", "offset", "chord"};
  const Between off{"chord", "edge", "square to the chord"};
  return {{"name", r.called},
          {"straight", r.straight},
          {"radius", mm(r.radius, {"swing centre", "edge", "blank"})},
          {"sector", deg(r.sector, {"corner", "corner", "edge as cut"})},
          {"centre", r.radius > 0 ? on_blank(r.centre) : Record()},
          {"left", on_blank(r.left)},
          {"right", on_blank(r.right)},
          {"length", mm(r.length, {"corner", "corner", "edge as cut"})},
          {"half_chord", mm(r.half_chord, {"middle of the chord", "corner", "chord"})},
          {"chord", mm(r.chord, {"corner", "corner", "chord as marked"})},
          {"crossing", r.swung ? mm(r.crossing, {"lower edge of the box", "edge on the centre line", "blank"})
                               : Record()},
          {"spacing", mm(r.spacing, {"offset", "the next offset", "chord"})},
          {"offsets", list_of(r.offsets, [&](double one) { return mm(one, off); })},
          {"near_ends", list_of(r.near_ends,
                                [&](const CardOffset& o) {
                                  return list({mm(o.at, along), mm(o.offset, off)});
                                })},
          {"swung", r.swung},
          {"girth_change", mm(r.girth_change, {"edge as cut", "edge as marked", "finished girth"})}};
}

Record sweep_record(const Sweep& s) {
  const auto radius = [](double value, const char* on) {
    return mm(value, {"centre", "edge of the template", on});
  };
  return {{"end", name_of(s.end)},
          {"inside", list({radius(s.inside_least, "inside"), radius(s.inside_most, "inside")})},
          {"outside", list({radius(s.outside_least, "outside"), radius(s.outside_most, "outside")})}};
}

Record card_line_record(const CardLine& l) {
  constexpr const char* names[]{"flange", "lap", "stock"};
  const bool flange = l.of == CardLine::Of::flange;
  return {{"of", names[static_cast<size_t>(l.of)]},
          {"edge", name_of(l.edge)},
          {"inside", mm(l.inside, {"edge as cut", "line", "square to the edge"})},
          {"turned", flange ? deg(l.turned, {"wall", "flange", "formed part"}) : Record()}};
}

Record card_tab_record(const CardTab& t) {
  const bool half_circle = t.radius > 0;
  return {{"edge", t.edge},
          {"from", half_circle ? Record() : on_blank(t.from)},
          {"to", half_circle ? Record() : on_blank(t.to)},
          {"apart", half_circle ? Record() : mm(t.apart, {"corner", "corner", "outer edge"})},
          {"beyond", t.beyond > 0 ? mm(t.beyond, {"edge", "end of the sheet", "elements"}) : Record()},
          {"strip", t.strip > 0 ? mm(t.strip, {"edge", "free edge", "square to the edge"}) : Record()},
          {"radius", half_circle ? mm(t.radius, {"centre", "edge", "blank"}) : Record()},
          {"centre", half_circle ? on_blank(t.centre) : Record()}};
}

Record card_opening_record(const CardOpening& o) {
  const auto side = [&](double value) {
    return o.round ? Record() : mm(value, {"side", "opposite side", "box of the opening"});
  };
  return {{"opening", o.opening},
          {"at", on_blank(o.at)},
          {"diameter", o.round ? mm(o.diameter, {"side", "opposite side", "blank"}) : Record()},
          {"corner", o.round ? Record() : on_blank(o.corner)},
          {"width", side(o.width)},
          {"height", side(o.height)}};
}

// The bench card, rounded as it is.
Record bench_record(const BenchCard& c) {
  const auto card_point = [](const CardPoint& p) -> Record {
    return {{"number", p.element},
            {"length", mm(p.length, {"base edge", "top edge", "ruling"})},
            {"base", on_blank(p.base)},
            {"top", on_blank(p.top)}};
  };
  const auto corner = [](const CardCorner& k) -> Record {
    return {{"edge", name_of(k.edge)}, {"at", on_blank(k.at)}};
  };
  const auto side = [](const CardSide& s) -> Record {
    return {{"start", on_blank(s.start)}, {"end", on_blank(s.end)}};
  };
  const auto turn = [](const CardTurn& t) -> Record {
    return {{"at", on_blank(t.at)},
            {"radius", t.radius > 0 ? mm(t.radius, {"centre", "edge", "blank"}) : Record()},
            {"to_next", mm(t.to_next, {"corner", "the next corner", "straight"})},
            {"centre", t.radius > 0 ? on_blank(t.centre) : Record()},
            {"turned",
             t.radius > 0 ? deg(t.turned, {"corner", "the next corner", "left is positive"}) : Record()}};
  };
  const auto seam = [](double length, const char* on) {
    return mm(length, {"base corner", "top corner", on});
  };
  const Between crosswise{"base corner", "top corner on the other side", "blank"};
  const Between taped{"once round", "", "outside"};
  return {{"marking", name_of(c.marking)},
          {"round_to", mm(c.round_to, {"", "", "step of rounding"})},
          {"box",
           {{"width", mm(c.width, {"side", "opposite side", "box"})},
            {"height", mm(c.height, {"side", "opposite side", "box"})},
            {"diagonal", mm(c.diagonal, {"corner", "opposite corner", "box"})}}},
          {"centre_x", mm(c.centre_x, {"left edge of the box", "centre line", "blank"})},
          {"centre_y", mm(c.centre_y, {"lower edge of the box", "swing centre", "blank"})},
          {"centre_from_right", mm(c.centre_from_right, {"right edge of the box", "centre line", "blank"})},
          {"rims", list_of(c.rims, card_rim_record)},
          {"tip", c.pointed ? on_blank(c.tip) : Record()},
          {"seam_start", seam(c.seam_start, "seam start")},
          {"seam_end", seam(c.seam_end, "seam end")},
          {"diagonals", list({mm(c.diagonal_left, crosswise), mm(c.diagonal_right, crosswise)})},
          {"points", list_of(c.points, card_point)},
          {"corners", list_of(c.corners, corner)},
          {"between_points", mm(c.between_points, {"straight line", "edge", "between points"})},
          {"sides", list_of(c.sides, side)},
          {"between_sides", mm(c.between_sides, {"straight line", "seam edge", "between points"})},
          {"outline", list_of(c.outline, turn)},
          {"around", mm(c.around, {"corner", "corner to corner once round", "straight"})},
          {"turned", deg(c.turned, {"flat", "all bends", "up is positive"})},
          {"lines", list_of(c.lines, card_line_record)},
          {"tabs", list_of(c.tabs, card_tab_record)},
          {"openings", list_of(c.openings, card_opening_record)},
          {"tape", {{"base", mm(c.tape_base, taped)}, {"top", mm(c.tape_top, taped)}}},
          {"sweeps", list_of(c.sweeps, sweep_record)},
          {"zero",
           {{"base", mm(c.zero_base, {"corner at seam start", "element 0", "base edge as cut"})},
            {"top", mm(c.zero_top, {"corner at seam start", "element 0", "top edge as cut"})}}}};
}

Record texts(const std::vector<Phrase>& phrases, const Units& units) {
  return list_of(phrases, [&](const Phrase& phrase) { return Record(phrase.in(units)); });
}

Record sheet_record(const Sheet& s) {
  return {{"thickness", mm(s.thickness, {"inside", "outside", "sheet"})},
          {"sizes_on", face(s.sizes_on)},
          {"neutral", share(s.neutral_factor, {"inside", "outside", "thickness"})},
          {"material", s.material},
          {"density", s.density ? plain(*s.density, {"", "", "kg in a cubic metre"}) : Record()}};
}

// What every part is made by.
Record making_record(const Part& p, const Blank& b) {
  return {
      {"quantity", p.making.quantity}, {"hand", p.making.hand == Hand::opposite ? "opposite" : "as_drawn"},
      {"face_up", face_up(b)},         {"fit", mm(p.making.fit, {"true curve", "arcs", "edges as cut"})},
      {"marks", p.making.marks},       {"pressing", pressing_record(p.making.pressing)}};
}

// --- what the numbers are

bool alike(const Measured& a, const Measured& b) {
  const std::string from = a.from, to = a.to, on = a.on;
  return a.of == b.of && from == b.from && to == b.to && on == b.on;
}

bool of_several_kinds(const Record::List& all) {
  const Measured* first = nullptr;
  for (const Record& one : all) {
    const auto* m = std::get_if<Measured>(&one.is());
    if (!m) return false;
    if (first && !alike(*first, *m)) return true;
    first = m;
  }
  return false;
}

// Of a part: what its numbers are depends on its shape.
std::string shape_of(const Record::Members& members) {
  for (const auto& [name, value] : members) {
    const auto* text = std::get_if<std::string>(&value.is());
    if (name == "shape" && text) return *text;
  }
  return "";
}

class Meanings {
 public:
  void add(const Record& r, const std::string& path) {
    if (const auto* m = std::get_if<Measured>(&r.is())) {
      if (paths_.insert(path).second) all.push_back({path, *m});
    } else if (const auto* records = std::get_if<Record::List>(&r.is())) {
      const bool several = of_several_kinds(*records);
      for (size_t i = 0; i < records->size(); ++i)
        add((*records)[i], several ? under(path, std::to_string(i)) : path);
    } else if (const auto* members = std::get_if<Record::Members>(&r.is())) {
      const std::string own = under(path, shape_of(*members));
      for (const auto& [name, value] : *members) add(value, under(own, name));
    }
  }
  std::vector<NumberMeaning> all;

 private:
  static std::string under(const std::string& path, const std::string& name) {
    return path.empty() ? name : name.empty() ? path : path + "." + name;
  }
  std::set<std::string> paths_;
};

}  // namespace

Record sides_record(const Rectangle& r, const char* on) {
  const Between across{"side", "opposite side", on};
  return {{"width", mm(r.width, across)}, {"height", mm(r.height, across)}};
}

Record proof_record(const Proof& p, const Units& units) {
  const Between off{"part asked for", "part formed again", ""};
  const Between off_stated{"number stated", "measured again", ""};
  return {{"passed", p.passed},
          {"greatest_distance", mm(p.greatest_distance, off)},
          {"where", p.where.in(units)},
          {"seam_mismatch", mm(p.seam_mismatch, off)},
          {"rim_mismatch", mm(p.rim_mismatch, off)},
          {"area_mismatch", mm2(p.area_mismatch, off)},
          {"opening_mismatch", mm(p.opening_mismatch, off)},
          {"number_mismatch", mm(p.number_mismatch, off_stated)},
          {"number", p.number.in(units)},
          {"strain_mismatch", share(p.strain_mismatch, off_stated)},
          {"allowed", mm(p.allowed, off)},
          {"allowed_area", mm2(p.allowed_area, off)},
          {"allowed_strain", share(p.allowed_strain, off_stated)}};
}

Record joint_record(const JointProof& j, const Units& units) {
  const Between off{"edge formed again", "what it meets, formed again", ""};
  const auto place = [](const JointPlace& p) -> Record {
    return {{"plan_angle", deg(p.plan, plan_of_place)},
            {"walls", deg(p.walls, {"outward normal of one", "outward normal of the other", ""})}};
  };
  return {{"kind", name_of(j.kind)},
          {"main", j.main},
          {"branch", j.branch},
          {"end", name_of(j.end)},
          {"face", j.kind == JointKind::branch ? Record(name_of(j.face)) : Record()},
          {"position", j.position > 0 ? Record(j.position) : Record()},
          {"passed", j.passed},
          {"distance", mm(j.distance, off)},
          {"where", j.where.in(units)},
          {"hole_distance", mm(j.hole_distance, off)},
          {"allowed", mm(j.allowed, off)},
          {"edge_length", mm(j.edge_length, {"once round", "", "edge of the branch"})},
          {"other_length",
           mm(j.hole_length, {"once round", "", "edge of the hole, or of the other segment or course"})},
          {"jog", mm(j.jog, {"axis of one", "axis of the other", "plane of the mitre"})},
          {"lap", mm(j.lap, {"edge of one", "edge of the other", "axis"})},
          {"gap", mm(j.gap, {"branch", "face", "ruling"})},
          {"gap_found", mm(j.gap_found, {"metal of the branch", "face", "nearest places"})},
          {"least_angle", place(j.least_angle)},
          {"greatest_angle", place(j.greatest_angle)},
          {"places", list_of(j.places, place)}};
}

Record vector_record(Vec3 v, const Between& between) {
  return {{"x", mm(v.x, between)}, {"y", mm(v.y, between)}, {"z", mm(v.z, between)}};
}

Record place_record(const PartPlace& p) {
  const auto name = [](const std::string& s) { return s.empty() ? Record() : Record(s); };
  return {{"at", p.at ? vector_record(*p.at, {"origin", "centre of the base", "x, y, z"}) : Record()},
          {"lean", deg(p.lean, {"z", "axis", "upright plane"})},
          {"towards", deg(p.towards, {"x axis", "lean", "plan"})},
          {"on", name(p.on)},
          {"height", mm(p.height, {"base", "axis of this part", "axis of the other"})},
          {"angle", deg(p.angle, {"x axis", "axis of this part", "plan of the other"})},
          {"tilt", deg(p.tilt, {"square to the other's axis", "axis", "upright plane"})},
          {"offset", mm(p.offset, {"axis of the other", "axis of this part", "square to both"})},
          {"follows", name(p.follows)},
          {"end", p.follows.empty() ? Record() : Record(name_of(p.follows_end))},
          {"spin", deg(p.spin, {"plan angle 0", "before", "own plan"})}};
}

// Where a part's frame stands in the job's: unit ways are shares of a length.
Record way_record(Vec3 v) {
  const Between along{"0", "1", "x, y, z"};
  return {{"x", share(v.x, along)}, {"y", share(v.y, along)}, {"z", share(v.z, along)}};
}
Record frame_record(const Frame& f) {
  const auto& way = way_record;
  return {{"origin", vector_record(f.origin, {"origin", "centre of the base", "x, y, z"})},
          {"x", way(f.x)},
          {"y", way(f.y)},
          {"z", way(f.z)}};
}

Record part_record(const PieceResult& piece) {
  const Part& p = piece.part;
  Record part{{"name", p.making.name},
              {"number", p.making.number},
              {"part", p.name},
              {"shape", p.shape},
              {"sheet", sheet_record(p.sheet)}};
  if (piece.formed->says.part) part.add(piece.formed->says.part(piece.blank));
  part.add(making_record(p, piece.blank));
  if (p.place) {
    part.add("place", place_record(*p.place));
    part.add("stands", frame_record(piece.stands));
  }
  if (const auto end = end_of_row(piece))
    part.add("row_end",
             Record{{"centre", vector_record(end->origin, {"origin", "centre of the end", "x, y, z"})},
                    {"way", way_record(end->z)}});
  if (const auto& c = p.course)
    part.add("course", Record{{"number", c->number},
                              {"of", c->of},
                              {"below", mm(c->below, {"base of the shell", "base of the course", "axis"})},
                              {"above", mm(c->above, {"top of the course", "top of the shell", "axis"})}});
  if (!p.ends.empty())
    part.add("cut_by", list_of(p.ends, [](const EndBody& e) -> Record {
               return {{"end", name_of(e.end)},
                       {"body", e.body},
                       {"beside", e.beside},
                       {"face", e.beside ? Record() : Record(name_of(e.face))},
                       {"contact", name_of(e.contact_made())},
                       {"gap", mm(e.gap, {"end", "face", "ruling"})}};
             }));
  if (!p.mitres.empty())
    part.add("mitres", list_of(p.mitres, [](const Mitre& m) -> Record {
               return {{"end", name_of(m.end)},
                       {"height", mm(m.height, {"base", "plane of the mitre", "axis"})},
                       {"tilt", deg(m.tilt, {"square to the axis", "plane of the mitre", ""})},
                       {"uphill", deg(m.uphill, {"x axis", "way up", "plan"})},
                       {"contact", name_of(m.contact)},
                       {"beyond", mm(m.beyond, {"mitre", "end of the sheet", "elements"})},
                       {"joint", m.beyond > 0 ? Record(name_of(m.joint)) : Record()}};
             }));
  if (piece.formed->has_hand) part.add("hand", p.making.hand == Hand::opposite ? "left" : "right");
  return part;
}

Record piece_record(const PieceResult& piece, const Bench& bench, const Units& units) {
  const Blank& b = piece.blank;
  Record record{
      {"name", title_of(piece)},
      {"part", piece.part.name},
      {"piece", b.piece + 1},
      {"pieces", b.pieces},
      {"count", b.count},
      {"thickness", mm(b.thickness, {"inside", "outside", "sheet"})},
      {"face_up", face_up(b)},
      {"blank", blank_record(piece)},
      {"edges", list_of(b.edges, edge_record)},
      {"sizes", piece.wall() ? sizes_record(b) : Record()},
      {"fit_error", mm(b.fit_error, {"true curve", "arcs", "edges as cut"})},
      {"gap", piece.wall() ? gap_record(b.gap) : Record()},
      {"elements", list_of(b.elements, element_record)},
      {"bench", bench_record(bench_card(piece, bench))},
      {"bends", bends_record(b)},
      {"bends_in_gap", list_of(b.folds_in_gap, [](const Fold& f) -> Record { return f.tag; })},
      {"creases", creases_record(b)},
      {"folding", piece.formed->body ? folding_record(b, *piece.formed->body) : Record()},
      {"pressed", pressed_record(b.pressed)},
      {"openings", openings_record(b)},
      {"notches", notches_record(b)},
      {"cuts_across", list_of(b.partings,
                              [](const Outline& cut) {
                                return mm(length_of(cut), {"edge to edge", "", "cut that two blanks share"});
                              })},
      {"opening_groups", opening_groups_record(b, units)},
      {"measures", measures_record(piece)},
      {"notes", texts(b.notes, units)},
      {"warnings", texts(b.warnings, units)},
      {"proof", proof_record(piece.proof, units)}};
  if (piece.formed->says.members) record.add(piece.formed->says.members(b));
  return record;
}

void Record::add(const Record& others) {
  for (const auto& [name, value] : std::get<Members>(others.is_)) add(name, value);
}

void Record::add(std::string name, Record value) {
  auto& members = std::get<Members>(is_);
  const auto known =
      std::find_if(members.begin(), members.end(), [&](const auto& m) { return m.first == name; });
  if (known != members.end()) {
    known->second = std::move(value);
  } else {
    members.emplace_back(std::move(name), std::move(value));
  }
}

std::vector<NumberMeaning> meanings_of(const Record& record) {
  Meanings meanings;
  meanings.add(record, "");
  return std::move(meanings.all);
}

}  // namespace juggler
