#include "juggler/blank.h"
#include "geom/patience.h"

#include <algorithm>
#include <memory>
#include <stdexcept>
#include <tuple>

#include "closing.h"
#include "folded.h"
#include "makers.h"
#include "opened.h"
#include "openings.h"
#include "ruled_hits.h"
#include "walls.h"

namespace juggler {
namespace {

// (31): the bisector of the seam's two images upright, base down, in the positive quadrant.
Placing laid_out(const Opened& o, Face face_up, const std::vector<Edge>& edges) {
  double bisector = (o.flat.at(o.from()).heading + o.flat.at(o.to()).heading) / 2;
  if (o.form.ends) {  // a strip along its base edge
    const Vec2 run = rim_point(o, EndName::base, o.to()) - rim_point(o, EndName::base, o.from());
    bisector = std::atan2(run.y, run.x) + pi / 2;
  }
  return laid_upright(bisector, face_up, edges);
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

// What every wall has; sizes of its own come from its shape.
struct LaidBlank {
  Blank blank;
  Placing placing;  // of the flat as developed
  [[nodiscard]] std::pair<Blank, Placing> both() && { return {std::move(blank), placing}; }
};
LaidBlank blank_of(const Opened& o, const SeamCut& cut, const Seam& seam, const Making& making) {
  const Form& f = o.form;
  Blank b;
  b.name = making.name;
  b.count = making.quantity;
  b.thickness = f.thickness;
  b.neutral = f.neutral;
  b.face_up = making.face_up;
  b.size = f.size;
  b.open = !f.goes_round() && f.open;
  b.sector = Angle::radians(std::abs(o.flat.at(o.to()).heading - o.flat.at(o.from()).heading));
  Edges made = developed_edges(o, cut, making.fit);
  b.edges = std::move(made.edges);
  name_edges(b, f.edge_words);
  b.fit_error = made.fit_error;
  const Placing placing = laid_out(o, making.face_up, b.edges);
  for (Edge& e : b.edges) {
    for (Arc& arc : e.arcs) arc = placed(arc, placing);
  }
  run_anticlockwise(b.edges);
  b.forming = forming_panels(o, placing);
  b.elements = elements_of(o, placing, element_spaces(f, making));
  b.gap = gap_report(o, seam, cut);
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
  return {sizes_on(f, 0), sizes_on(f, f.thickness / 2), sizes_on(f, f.thickness), sizes_on(f, f.neutral),
          overall_height(f)};
}

// Where an end is turned over: beside its edge, by its width.
void add_turned_end(Blank& b, const TurnedEnd& end, bool marks) {
  const Edge* e = edge(b, end.edge);
  if (!e) return;
  for (const Arc& arc : e->arcs) {
    if (marks)
      b.marks.lines.push_back({arc.start + end.width * left_of(direction(arc.heading)), arc.heading,
                               arc.length - arc.turn * end.width, arc.turn});
  }
  b.notes.push_back(std::string("The ") + name_of(end.edge) + " flange of " + shown_mm(end.width) +
                    " is turned over at the marked line by " + shown_degrees(end.turned, 3) +
                    "; its free edge " + (end.strain < 0 ? "is upset by " : "stretches by ") +
                    shown_percent(std::abs(end.strain)) +
                    ". Sizes of this end are those before it is turned.");
}

// A piece, and what tells it from others: points of its outline as they lie on the flat.
struct Piece {
  std::shared_ptr<const Form> form;
  std::shared_ptr<const Opened> opened;
  Blank blank;
  Placing placing;
  std::vector<Vec2> shape;
};

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

Piece make_piece(const WholeWall& w, const FaceSizes& sizes, const Making& making, const Span& span,
                 int number, int pieces, const Hits& hits) {
  go_on();
  Piece p;
  p.form = std::make_shared<const Form>(piece_with_laps(w.piece, w.seam, span));
  p.opened = std::make_shared<const Opened>(open(*p.form));
  const Form& f = *p.form;
  const Opened& o = *p.opened;
  const auto cut = cut_seam(o, w.seam);
  if (!cut) refuse_gap(w, f);
  std::tie(p.blank, p.placing) = std::move(blank_of(o, *cut, w.seam, making)).both();
  Blank& b = p.blank;
  b.piece = number;
  b.pieces = pieces;
  b.inside = sizes.inside;
  b.middle = sizes.middle;
  b.outside = sizes.outside;
  b.neutral_sizes = sizes.neutral;
  b.overall_height = sizes.overall_height;
  note_level_ends(b, o);
  add_hits(b, o, p.placing, number, hits);
  if (pieces == 1) return p;
  const Placing as_cut = laid_out(o, making.face_up, b.edges);
  constexpr int looks = 24;
  for (const EndName end : {EndName::base, EndName::top}) {
    const double from = end == EndName::base ? cut->start.base : cut->start.top;
    const double to = end == EndName::base ? cut->end.base : cut->end.top;
    for (int i = 0; i <= looks; ++i) {
      p.shape.push_back(
          placed(rim_point(o, end, from + (to - from) * i / looks), {as_cut.mirror, as_cut.turn, {}}));
    }
  }
  return p;
}

// All that comes after the openings.
void finish(const WholeWall& w, const Making& making, Piece& p) {
  mark(p.blank, *p.opened, w.seam, p.placing, making);
  for (const TurnedEnd& end : w.turned_ends) add_turned_end(p.blank, end, making.marks);
  if (!p.form->regions.empty()) move_texts_to_flats(p.blank, *p.opened, p.placing, making);
}

void cut_openings(const WholeWall& w, const Making& making, std::vector<Piece>& pieces) {
  if (!has_openings(making)) return;
  PartWall wall;
  wall.size = w.form.size;
  wall.thickness = w.form.thickness;
  wall.top_height = w.top_height;
  for (const TurnedEnd& end : w.turned_ends)
    (end.edge == EdgeName::base ? wall.base_flange : wall.top_flange) = end.width;
  wall.seam_inset = edge_inset(*pieces.front().form, w.seam, SeamEdge::start);
  if (w.seam.wedge) wall.seam_wedge = w.seam.wedge->radians() / 2;
  wall.coaxial = w.form.coaxial;
  wall.goes_round = w.form.goes_round();
  wall.once_round = std::make_shared<const Form>(w.form);
  std::vector<Blank*> blanks;
  for (Piece& p : pieces) {
    wall.charts.push_back(chart_of(p.form, p.blank.piece, p.placing));
    blanks.push_back(&p.blank);
  }
  cut_openings(blanks, wall, making);
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

// Whether two outlines agree point by point when the first points are laid upon each other.
bool same_shape(const std::vector<Vec2>& a, const std::vector<Vec2>& b, bool mirrored, double near) {
  const size_t half = a.size() / 2;
  const auto other = [&](size_t i) {
    if (!mirrored) return b[i];
    const Vec2 p = i < half ? b[half - 1 - i] : b[a.size() - 1 - (i - half)];
    return Vec2{-p.x, p.y};
  };
  for (size_t i = 0; i < a.size(); ++i) {
    if (norm((a[i] - a[0]) - (other(i) - other(0))) > near) return false;
  }
  return true;
}

double off_outline(const Outline& outline, Vec2 p) {
  double least = HUGE_VAL;
  for (const Arc& arc : outline) least = std::min(least, nearest({p, 0, 0, 0}, arc).distance);
  return least;
}

// Whether one outline, shifted, lies upon another.
bool lies_upon(const Outline& a, Vec2 shift, const Outline& b, double near) {
  return std::all_of(a.begin(), a.end(), [&](const Arc& arc) {
    return off_outline(b, arc.start + shift) <= near &&
           off_outline(b, point_at(arc, arc.length / 2) + shift) <= near;
  });
}

// Whether openings lie alike about the first points of two outlines, but for what they were fitted by.
bool same_openings(const Piece& a, const Piece& b, double near) {
  const std::vector<BlankOpening>& one = a.blank.openings;
  const std::vector<BlankOpening>& other = b.blank.openings;
  if (one.size() != other.size() || a.blank.marks.lines.size() != b.blank.marks.lines.size()) return false;
  const auto from = [](const Piece& p) {
    return placed(rim_point(*p.opened, EndName::base, p.opened->from()), p.placing);
  };
  const Vec2 shift = from(b) - from(a);
  // In whatever order they were cut.
  std::vector<bool> taken(other.size(), false);
  for (const BlankOpening& o : one) {
    size_t k = 0;
    for (; k < other.size(); ++k) {
      const double fitted = a.blank.groups[static_cast<size_t>(o.group)].fit_error +
                            b.blank.groups[static_cast<size_t>(other[k].group)].fit_error;
      if (!taken[k] && norm(o.centre + shift - other[k].centre) <= within::beside * a.blank.size + fitted &&
          lies_upon(o.outline, shift, other[k].outline, near + fitted))
        break;
    }
    if (k == other.size()) return false;
    taken[k] = true;
  }
  return true;
}

// Whether bend lines lie alike about the first points of two outlines and turn by as much.
bool same_bends(const Piece& a, const Piece& b, double near) {
  const Vec2 shift = b.shape.front() - a.shape.front();
  const auto same = [&](const Fold& one, const Fold& other) {
    const double turned = std::abs(one.turned.radians() - other.turned.radians());
    return one.up == other.up && turned * a.blank.size <= near &&
           norm(one.from + shift - other.from) <= near && norm(one.to + shift - other.to) <= near;
  };
  return std::equal(bends_of(a.blank).begin(), bends_of(a.blank).end(), bends_of(b.blank).begin(),
                    bends_of(b.blank).end(), same);
}

// Identical pieces are counted, mirrored ones named.
void add_piece(std::vector<Piece>& kinds, Piece piece, bool opened) {
  const double near = within::same * piece.blank.size;
  for (Piece& known : kinds) {
    if (!same_shape(known.shape, piece.shape, false, near) || !same_bends(known, piece, near) ||
        (opened && !same_openings(known, piece, near)))
      continue;
    known.blank.count += piece.blank.count;
    known.blank.alike.push_back(piece.blank.piece);
    return;
  }
  for (Piece& known : kinds) {
    if (opened || !same_shape(known.shape, piece.shape, true, near)) continue;
    piece.blank.notes.push_back("This piece is the mirror image of piece " +
                                std::to_string(known.blank.piece + 1) + ".");
    break;
  }
  piece.blank.alike = {piece.blank.piece};
  kinds.push_back(std::move(piece));
}

}  // namespace

void mark(Blank& b, const Opened& o, const Seam& seam, const Placing& placing, const Making& making) {
  if (!making.marks) return;
  const Marks cut = std::move(b.marks);  // lettering
  b.marks = make_marks(b, making);
  mark_regions(b, o, placing);
  mark_seam_lines(b, o.form, seam);
  b.marks.lines.insert(b.marks.lines.end(), cut.lines.begin(), cut.lines.end());
}

FormBlank laid_blank(const Form& f, const Seam& seam, const Making& making) {
  check({.thickness = f.thickness}, seam, making);
  FormBlank made;
  made.form = std::make_shared<const Form>(f);
  made.opened = std::make_shared<const Opened>(open(*made.form));
  const auto cut = cut_seam(*made.opened, seam);
  if (!cut) {
    throw Refusal({.reason = "the edges of the seam meet before a rim, or find none to end on",
                   .key = "seam.gap",
                   .found = shown_mm(seam.gap.value_or(0)),
                   .advice = "narrow the gap, lap or stock"});
  }
  std::tie(made.blank, made.placing) = blank_of(*made.opened, *cut, seam, making).both();
  made.blank.overall_height = overall_height(f);
  return made;
}

namespace {

// The highest place of its top rim.
double top_of(const Form& f) {
  const auto [from, to] = rim_range(f, EndName::top);
  return -least([&](double u) { return -edge_point(f, EndName::top, f.neutral, u).z; }, from, to).value;
}

}  // namespace

PartWall wall_of(const std::vector<FormBlank>& pieces) {
  PartWall wall;
  for (const FormBlank& piece : pieces) {
    const Form& f = *piece.form;
    wall.size = std::max(wall.size, f.size);
    wall.thickness = f.thickness;
    wall.top_height = std::max(wall.top_height, top_of(f));
    wall.charts.push_back(chart_of(piece.form, static_cast<int>(wall.charts.size()), piece.placing));
  }
  return wall;
}

Blank make_blank(const Form& f, const Seam& seam, const Making& making) {
  std::vector<FormBlank> one{laid_blank(f, seam, making)};
  if (has_openings(making)) cut_openings({&one.front().blank}, wall_of(one), making);
  mark(one.front().blank, *one.front().opened, seam, one.front().placing, making);
  std::vector<Blank> blanks{std::move(one.front().blank)};
  finish_blanks(blanks, making);
  return std::move(blanks.front());
}

std::vector<Blank> make_blanks(const WholeWall& w, const Making& making) {
  check_wedge(w.form, w.seam);
  const FaceSizes sizes = face_sizes(w.form);
  const std::vector<Span> spans = seam_spans(w.form, w.seam);
  const Hits hits = hits_of(w, spans, making.pressing);
  std::vector<Piece> pieces;
  for (size_t i = 0; i < spans.size(); ++i)
    pieces.push_back(
        make_piece(w, sizes, making, spans[i], static_cast<int>(i), static_cast<int>(spans.size()), hits));
  std::vector<Blank*> all;
  for (Piece& p : pieces) all.push_back(&p.blank);
  if (w.form.goes_round()) close_up(all, w.form.trims);
  cut_openings(w, making, pieces);
  if (has_openings(making)) repeat_under_laps(all, w.seam, making.edges);
  std::vector<Piece> kinds;
  for (Piece& p : pieces) {
    finish(w, making, p);
    add_piece(kinds, std::move(p), has_openings(making));
  }
  std::vector<Blank> blanks;
  for (Piece& p : kinds) blanks.push_back(std::move(p.blank));
  finish_blanks(blanks, making);
  return blanks;
}

bool leaves_metal(const Form& piece, const Seam& seam) { return cut_seam(open(piece), seam).has_value(); }

}  // namespace juggler
