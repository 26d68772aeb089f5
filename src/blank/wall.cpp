#include "geom/patience.h"
#include "juggler/blank.h"

#include <algorithm>
#include <memory>
#include <stdexcept>
#include <tuple>

#include "closing.h"
#include "cut_openings.h"
#include "end_flange.h"
#include "form/cuts.h"
#include "laid.h"
#include "meet/end_face.h"
#include "opened.h"
#include "pieces_of_body.h"
#include "ruled_hits.h"
#include "seam.h"

namespace juggler {
namespace {

// (31): what comes to lie upright: the bisector of the seam's two images, of a strip square to its base edge.
double upright_of(const Opened& o) {
  if (!o.form.ends) return (o.flat.at(o.from()).heading + o.flat.at(o.to()).heading) / 2;
  return heading_of(rim_point(o, EndName::base, o.to()) - rim_point(o, EndName::base, o.from())).radians() +
         pi / 2;
}

// Which elements lie on the metal, and how far the edge lies from the two seam rulings.
void place_on_metal(Blank& b, const Form& f, const Seam& seam) {
  const Outline edge_line = outline(b);
  for (Element& e : b.elements) {
    const bool first = e.number == 0;
    if (f.ends || (!first && e.number + 1 != static_cast<int>(b.elements.size()))) {
      e.on_metal = contains(edge_line, 0.5 * (e.base + e.top));
      continue;
    }
    const double inset = edge_inset(f, seam, first ? SeamEdge::start : SeamEdge::end);
    e.edge_distance = seam.wedge ? b.gap.neutral_base / 2 : inset;
    e.on_metal = inset <= 0 && b.gap.neutral_base == 0 && b.gap.neutral_top == 0;
    if (inset < 0) e.on_metal = true;
  }
}

// The flats beside the seam of a pressed wall are halves of one: its edges stand parallel, as they are cut.
void lie_in_one_flat(GapReport& gap) {
  gap.inside_base = gap.outside_base = gap.neutral_base;
  gap.inside_top = gap.outside_top = gap.neutral_top;
}

// What every wall has; sizes of its own come from its shape.
struct LaidBlank {
  Blank blank;
  Placing placing;  // of the flat as developed
  [[nodiscard]] std::pair<Blank, Placing> both() && { return {std::move(blank), placing}; }
};
LaidBlank blank_of(const Opened& o, const SeamCut& cut, const Seam& seam, const Making& making) {
  const Form& f = o.form;
  Blank b = blank_for(making, f.thickness, f.size);
  b.neutral_depth = f.neutral_depth;
  b.open = !f.goes_round() && f.open;
  b.sector = Angle::radians(std::abs(o.flat.at(o.to()).heading - o.flat.at(o.from()).heading));
  const Placing placing = lay_upright(b, developed_edges(o, cut, making.fit), f.edge_words, upright_of(o));
  b.forming = forming_panels(o, placing);
  b.elements = elements_of(o, placing, element_spaces(f, making));
  b.gap = gap_report(o, seam, cut);
  if (!making.pressing.smooth()) lie_in_one_flat(b.gap);
  place_on_metal(b, f, seam);
  add_notes(b, f, seam);
  return {std::move(b), placing};
}

[[noreturn]] void refuse_lap(const Seam& seam) {
  const bool lap = seam.lap.has_value();
  throw Refusal({.reason = "is wider than the ends of the part allow: its edge finds no rim to end on",
                 .key = lap ? "seam.lap" : "seam.stock",
                 .found = shown_mm(lap ? *seam.lap : seam.stock),
                 .allowed = "less than the swing radius of the smaller end, within half of the piece",
                 .advice = "make it narrower"});
}

[[noreturn]] void refuse_edges(const Seam& seam) {
  throw Refusal({.reason = "the edges of the seam meet before a rim, or find none to end on",
                 .key = "seam.gap",
                 .found = shown_mm(seam.gap.value_or(0)),
                 .advice = "narrow the gap, lap or stock"});
}

[[noreturn]] void refuse_wedge(const Seam& seam, const Form& f) {
  const double most = Angle::radians(f.to() - f.from()).degrees();
  throw Refusal({.reason = "the wedge leaves no blank",
                 .key = "seam.wedge",
                 .found = shown_degrees(*seam.wedge),
                 .allowed = "less than the piece's " + shown(most) + " degrees",
                 .advice = "narrow the wedge"});
}

[[noreturn]] void refuse_gap(const WholeWall& w, const Form& f) {
  const Seam& seam = w.seam;
  if (seam.lap || edge_inset(f, seam, SeamEdge::start) < 0) refuse_lap(seam);
  if (seam.wedge) refuse_wedge(seam, f);
  if (f.base_pointed || f.top_pointed) {
    throw Refusal({.reason = "the parallel edges of the gap leave no blank: they meet beyond its rim",
                   .key = "seam.gap",
                   .found = shown_mm(seam.gap.value_or(0)),
                   .allowed = "less than " + shown_mm(widest_gap_of_pointed(open(f))),
                   .advice = "narrow the gap or use a wedge"});
  }
  if (w.refuse_gap) w.refuse_gap(f);
  throw Refusal({.reason = "the parallel edges of the gap meet before an end",
                 .key = "seam.gap",
                 .found = shown_mm(seam.gap.value_or(0)),
                 .advice = "narrow the gap, move the seam, or make that end larger"});
}

void check_wedge(const Form& f, const Seam& seam) {
  if (!seam.wedge || f.coaxial) return;
  throw Refusal({.reason = "a wedge is an angle about the axis, which the rulings of this wall do not share",
                 .key = "seam.wedge",
                 .found = shown_degrees(*seam.wedge),
                 .advice = "give a gap"});
}

// The edges as cut on each face, once round.
struct FaceSizes {
  LayerSizes inside, middle, outside, neutral;
  double overall_height = 0;
};

FaceSizes face_sizes(const Form& f) {
  return {sizes_on(f, 0), sizes_on(f, f.thickness / 2), sizes_on(f, f.thickness),
          sizes_on(f, f.neutral_depth), overall_height(f)};
}

// Where an end is turned over: beside its edge, by its width.
void add_turned_end(Blank& b, const TurnedEnd& end, bool marks) {
  const Edge* e = edge(b, end.edge);
  if (!e) return;
  for (const Arc& arc : e->arcs) {
    if (marks)
      b.marks.lines.push_back({arc.start + end.width * left_of(direction(arc.heading)), arc.heading,
                               arc.length - arc.turn.radians() * end.width, arc.turn});
  }
  b.notes.push_back(std::string("The ") + name_of(end.edge) + " flange of " + shown_mm(end.width) +
                    " is turned over at the marked line by " + shown_degrees(end.turned, 3) +
                    "; its free edge " + (end.strain < 0 ? "is upset by " : "stretches by ") +
                    shown_percent(std::abs(end.strain)) +
                    ". Sizes of this end are those before it is turned.");
}

// What a wall is pressed by, or folded at.
struct Hits {
  PressedBody round;
  RuledHits ruled;
};

void add_hits(Blank& b, const Opened& o, const Placing& placing, int number, const Hits& hits) {
  const auto piece = static_cast<size_t>(number);
  size_t before = 0;
  if (!hits.ruled.pieces.empty()) {
    if (hits.ruled.pieces[piece].empty()) return;
    b.pressed = hits.ruled.summary;
    for (size_t i = 0; i < piece; ++i) before += hits.ruled.pieces[i].size();
    add_ruled_hits(b, o, placing, hits.ruled.pieces[piece], before);
    return;
  }
  if (!hits.round.summary) return;
  b.pressed = hits.round.summary;
  for (size_t i = 0; i < piece; ++i) before += hits.round.zones[i].hits.size();
  add_round_hits(b, o, placing, hits.round.zones[piece], before);
  b.pressed->facet_error = 0;
  for (const Fold& line : bends_of(b))
    b.pressed->facet_error = std::max(b.pressed->facet_error, line.facet_error);
}

// Of a part in several pieces what tells this one from others.
void add_looks(LaidPiece& p, const FormBlank& made) {
  const Opened& o = *made.opened;
  p.start = placed(rim_point(o, EndName::base, o.from()), made.placing);
  const Placing upright{made.placing.mirror, made.placing.turn};
  constexpr int looks = 24;
  for (const EndName end : {EndName::base, EndName::top}) {
    const double from = end == EndName::base ? made.cut.start.base : made.cut.start.top;
    const double to = end == EndName::base ? made.cut.end.base : made.cut.end.top;
    for (int i = 0; i <= looks; ++i)
      p.looks.push_back(placed(rim_point(o, end, from + (to - from) * i / looks), upright));
  }
}

void add_sizes(Blank& b, const FaceSizes& sizes) {
  b.inside = sizes.inside;
  b.middle = sizes.middle;
  b.outside = sizes.outside;
  b.neutral_sizes = sizes.neutral;
  b.overall_height = sizes.overall_height;
}

// An edge as another rim would make it, where the blank lies.
struct OtherEdge {
  std::vector<Arc> arcs;
  double fit_error = 0;
};
OtherEdge edge_of(const Form& other, EdgeName name, const FormBlank& made, const Seam& seam,
                  const Making& making) {
  Making plain;
  plain.face_up = making.face_up;
  plain.fit = making.fit;
  const FormBlank one = laid_blank(other, seam, plain);
  // It may be known farther beyond the seam, and so developed from another ruling.
  const double u = made.form->from();
  const Placing back = laid_upon(one.opened->flat.at(u), made.opened->flat.at(u));
  std::vector<Arc> arcs = placed(placed(edge(one.blank, name)->arcs, undone(one.placing)), back);
  return {placed(std::move(arcs), made.placing), one.blank.fit_error};
}

// elbow.md (7): the top edge that a plane would leave.
void add_parting(Blank& b, const FormBlank& made, const Mitre& plane, const Seam& seam,
                 const Making& making) {
  Form f = *made.form;
  const double layer =
      contact_layer(plane.contact, size_layer(f, EndName::top), f.thickness, f.neutral_depth);
  const Cutter cutter =
      plane_cutter(EndName::top, tilted_plane(plane.height, plane.tilt, plane.uphill), plane.contact, layer);
  f.top = rim_of({cutter}, EndName::top, f.wall, f.thickness);
  f.top_pointed = false;
  f.wall = cut_at_corners(f.wall, f.base, f.top);
  OtherEdge cut = edge_of(f, EdgeName::top, made, seam, making);
  b.partings.push_back(std::move(cut.arcs));
  b.partings_error = std::max(b.partings_error, cut.fit_error);
}

Rim shifted(const Rim& rim, double by) {
  std::vector<RimPiece> pieces = rim.pieces();
  for (RimPiece& p : pieces) {
    p.cut = [cut = p.cut, by](double u) {
      const Cut c = cut(u);
      return Cut{c.s + by, c.ds};
    };
  }
  return Rim(std::move(pieces));
}

// elbow.md (8): the rim with its rulings prolonged, between the edges of the seam prolonged.
void add_beyond_mitre(Blank& b, const FormBlank& made, const Mitre& mitre, const WholeWall& w,
                      const Span& span, const Making& making) {
  const bool top = mitre.end == EndName::top;
  const PieceMaker longer = [&](const Span& own) {
    Form f = w.piece(own);
    (top ? f.top : f.base) = shifted(f.rim(mitre.end), top ? mitre.beyond : -mitre.beyond);
    return f;
  };
  const EdgeName name = top ? EdgeName::top : EdgeName::base;
  const auto own =
      std::find_if(b.edges.begin(), b.edges.end(), [&](const Edge& e) { return e.name == name; });
  OtherEdge out = edge_of(piece_with_laps(longer, w.seam, span), name, made, w.seam, making);
  out.arcs.insert(out.arcs.begin(), line(own->arcs.front().start, out.arcs.front().start));
  out.arcs.push_back(line(end_of(out.arcs.back()), end_of(own->arcs.back())));
  b.tabs.push_back(
      {static_cast<size_t>(own - b.edges.begin()), std::move(out.arcs), EdgeKind::lap, false, mitre.beyond});
  b.fit_error = std::max(b.fit_error, out.fit_error);
  b.notes.push_back(std::string("The edge ") + label_of(*own) + " goes on by " + shown_mm(mitre.beyond, 3) +
                    " past its mitre, along the elements, for the " + name_of(mitre.joint) +
                    " joint; all sizes are those up to the mitre" +
                    (making.marks ? ", which is marked." : "."));
}

LaidPiece make_piece(const WholeWall& w, const Span& span, int number, int pieces, const Hits& hits,
                     const Making& making) {
  go_on();
  const FormBlank made = laid_blank(piece_with_laps(w.piece, w.seam, span), w.seam, making,
                                    [&](const Form& f) { refuse_gap(w, f); });
  LaidPiece p = laid_piece(made, w.seam, making);
  p.blank.piece = number;
  p.blank.pieces = pieces;
  p.blank.alike = {number};
  note_level_ends(p.blank, *made.opened);
  add_hits(p.blank, *made.opened, made.placing, number, hits);
  if (pieces > 1) add_looks(p, made);
  for (const Mitre& plane : made.form->parted) add_parting(p.blank, made, plane, w.seam, making);
  for (const Mitre& mitre : made.form->mitres) {
    if (mitre.beyond > 0) add_beyond_mitre(p.blank, made, mitre, w, span, making);
  }
  if (w.below > 0 || w.above > 0) {
    p.charts = [charts = p.charts, below = w.below, above = w.above](int k) {
      std::vector<Chart> own = charts(k);
      for (Chart& c : own) {
        c.ends = [ends = c.ends, wall = c.wall, below, above](double u) {
          const double rise = ruling_at(wall, u).e.z;
          const auto [low, high] = ends(u);
          return std::pair{low - below / rise, high + above / rise};
        };
      }
      return own;
    };
  }
  for (const EndFlange& flange : w.flanges) add_end_flange(p.blank, made, flange);
  p.mark = [mark = p.mark, ends = w.turned_ends, made, making](Blank& b) {
    mark(b);
    for (const TurnedEnd& end : ends) add_turned_end(b, end, making.marks);
    for (const EdgeTab& tab : b.tabs) {
      if (!making.marks || tab.beyond == 0) continue;
      const std::vector<Arc>& mitre = b.edges[tab.edge].arcs;
      b.marks.lines.insert(b.marks.lines.end(), mitre.begin(), mitre.end());
    }
    if (!made.form->regions.empty()) move_texts_to_flats(b, *made.opened, made.placing, making);
  };
  return p;
}

// Of its places, beside its charts.
PartWall places_of(const WholeWall& w, const Form& first) {
  PartWall wall;
  wall.size = w.form.size;
  wall.thickness = w.form.thickness;
  wall.top_height = w.top_height;
  for (const TurnedEnd& end : w.turned_ends)
    (end.edge == EdgeName::base ? wall.base_flange : wall.top_flange) = end.width;
  wall.seam_inset = edge_inset(first, w.seam, SeamEdge::start);
  if (w.seam.wedge) wall.seam_wedge = w.seam.wedge->radians() / 2;
  wall.coaxial = w.form.coaxial;
  wall.goes_round = w.form.goes_round();
  wall.goes_on = w.below > 0 || w.above > 0;
  wall.once_round = std::make_shared<const Form>(w.form);
  return wall;
}

Hits hits_of(const WholeWall& w, const std::vector<Span>& spans, const Pressing& asked) {
  Hits hits;
  if (w.form.by_plan) {
    hits.round = press_round(w.form, spans, asked);
    return hits;
  }
  std::vector<Form> forms;
  for (const Span& span : spans) forms.push_back(w.piece(span));
  hits.ruled = press_ruled(forms, asked);
  return hits;
}

void mark(Blank& b, const Opened& o, const Seam& seam, const Placing& placing, const Making& making) {
  if (!making.marks) return;
  const Marks cut = std::move(b.marks);  // lettering
  b.marks = make_marks(b, making);
  mark_regions(b, o, placing);
  mark_seam_lines(b, o.form, seam);
  b.marks.lines.insert(b.marks.lines.end(), cut.lines.begin(), cut.lines.end());
}

}  // namespace

FormBlank laid_blank(const Form& f, const Seam& seam, const Making& making,
                     const std::function<void(const Form&)>& refuse) {
  FormBlank made;
  made.form = std::make_shared<const Form>(f);
  made.opened = std::make_shared<const Opened>(open(*made.form));
  const auto cut = cut_seam(*made.opened, seam);
  if (!cut && refuse) refuse(*made.form);
  if (!cut) refuse_edges(seam);
  made.cut = cut.value();
  std::tie(made.blank, made.placing) = blank_of(*made.opened, made.cut, seam, making).both();
  return made;
}

LaidPiece laid_piece(const FormBlank& made, const Seam& seam, const Making& making) {
  LaidPiece p;
  p.blank = made.blank;
  p.charts = [form = made.form, placing = made.placing](int piece) {
    return std::vector{chart_of(form, piece, placing)};
  };
  p.mark = [form = made.form, opened = made.opened, placing = made.placing, seam, making](Blank& b) {
    mark(b, *opened, seam, placing, making);
  };
  return p;
}

double top_of(const Form& f) {
  const auto [from, to] = rim_range(f, EndName::top);
  return -least([&](double u) { return -edge_point(f, EndName::top, f.neutral_depth, u).z; }, from, to).value;
}

LaidPart lay(const WholeWall& w, const Making& making) {
  check_wedge(w.form, w.seam);
  const FaceSizes sizes = face_sizes(w.form);
  const std::vector<Span> spans = seam_spans(w.form, w.seam);
  const Hits hits = hits_of(w, spans, making.pressing);
  LaidPart part;
  for (size_t i = 0; i < spans.size(); ++i) {
    part.pieces.push_back(
        make_piece(w, spans[i], static_cast<int>(i), static_cast<int>(spans.size()), hits, making));
    add_sizes(part.pieces.back().blank, sizes);
  }
  if (!w.flanges.empty()) {
    std::vector<const Blank*> all;
    for (const LaidPiece& piece : part.pieces) all.push_back(&piece.blank);
    const double height = reach_of(w.form, all, {0, 0, 1}) + reach_of(w.form, all, {0, 0, -1});
    for (LaidPiece& piece : part.pieces) piece.blank.overall_height = height;
  }
  part.seam = w.seam;
  part.closed = w.form.goes_round();
  part.trims = w.form.trims;
  if (has_openings(making)) part.wall = places_of(w, piece_with_laps(w.piece, w.seam, spans.front()));
  return part;
}

Blank make_blank(const Form& f, const Seam& seam, const Making& asked) {
  Making making = asked;
  making.pressing = {};  // a wall that is no part's is not pressed
  check({.thickness = f.thickness}, seam, making);
  const FormBlank made = laid_blank(f, seam, making);
  LaidPart part;
  part.pieces = {laid_piece(made, seam, making)};
  part.pieces.front().blank.overall_height = overall_height(f);
  if (has_openings(making)) {
    part.wall.size = f.size;
    part.wall.thickness = f.thickness;
    part.wall.top_height = top_of(f);
    part.wall.coaxial = f.coaxial;
    part.wall.goes_round = f.goes_round();
    part.wall.once_round = made.form;
  }
  return std::move(make_blanks(std::move(part), making).front());
}

bool leaves_metal(const Form& piece, const Seam& seam) { return cut_seam(open(piece), seam).has_value(); }

}  // namespace juggler
