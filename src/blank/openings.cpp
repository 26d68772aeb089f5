// Openings as asked for, placed on the wall and cut. Equation numbers: docs/maths/openings.md.
#include "cut_openings.h"
#include "geom/patience.h"
#include "side_rows.h"

#include <algorithm>

#include "edge_runs.h"
#include "form/opening_forms.h"
#include "lettering.h"
#include "meet/each_piece.h"
#include "meet/places.h"

namespace juggler {
namespace {

// A member worked out: outlines on its piece's flat as laid.
struct Made {
  int piece = 0;
  std::optional<Spot> centre = {};
  Outlines outlines = {};
  Vec2 at;
  Angle heading = {};
  Angle x_heading = {};
  bool mirrored = false;
  bool far = false;
  std::optional<Bore> bore = {};
  std::function<double(Vec3)> outside = {};
  bool share = false;  // of what runs over a seam
};

// A turn about the axis.
Vec3 turned_about_axis(Vec3 p, double by) {
  const double c = std::cos(by);
  const double s = std::sin(by);
  return {c * p.x - s * p.y, s * p.x + c * p.y, p.z};
}

class OpeningCutter {
 public:
  OpeningCutter(const PartWall& wall, const std::vector<Blank*>& blanks, const Opening& opening, double fit,
                size_t number)
      : wall_(wall), blanks_(blanks), o_(opening), fit_(fit), rows_(opening.repeat.rows) {
    name_ = o_.name.empty() ? "opening-" + std::to_string(number) : o_.name;
    group_of_.assign(blanks.size(), -1);
    if (o_.how == OpeningHow::fitted) return;
    // What shifts the form moves its place: that is where it is cut.
    OpeningForm form = o_.form;
    form.shift = {};
    shift_ = placed(o_.form.shift, {false, o_.turn, {}});
    form_ = outlines_of(form, o_.turn, fit / 4);
  }

  void cut() {
    if (o_.how == OpeningHow::fitted) {
      pattern_.in_row = 1;
      pattern_.members = {Member{1, 1, {}, 0, 0}};
      for (const Made& made : fitted(pattern_.members.front())) add(pattern_.members.front(), made);
      return;
    }
    if (o_.repeat.from_corners) return cut_on_sides();
    if (o_.at.flat()) {
      pattern_ = pattern_of(o_, 0);
      cut_on_flat();
      return;
    }
    places_.emplace(wall_, o_.at, o_.key);
    const bool lengths = o_.repeat.girth_over || o_.repeat.girth_pitch;
    girth_ = lengths || o_.at.seam_distance ? places_->measure_along_level() : 0;
    pattern_ = pattern_of(o_, girth_);
    for (const Member& m : pattern_.members) cut_member(m);
  }

 private:
  [[nodiscard]] Named named(const Member& m) const { return {name_of(m), o_.key}; }
  [[nodiscard]] std::string name_of(const Member& m) const {
    if (pattern_.in_row == 1 && rows_ == 1) return name_;
    return name_ + " " + (rows_ > 1 ? std::to_string(m.row) + "/" : "") + std::to_string(m.number);
  }

  // --- one member ------------------------------------------------------------------------------------

  // Members of one row of a coaxial wall are alike: the first is worked out, the others are turned from it.
  void cut_member(const Member& m) {
    go_on();
    if (!wall_.coaxial || wall_.charts.empty() || !wall_.goes_round || o_.at.from_above()) {
      for (const Made& made : worked_out(m)) add(m, made);
      return;
    }
    if (row_ != m.row) {
      row_ = m.row;
      first_ = m;
      pattern_made_ = worked_out(m);
      if (girth_ > 0) per_girth_ = 2 * pi / girth_;
    }
    // One whose place is off the wall has none to be turned from.
    const auto on_wall = [](const Made& made) { return made.centre.has_value(); };
    if (!std::all_of(pattern_made_.begin(), pattern_made_.end(), on_wall)) {
      for (const Made& made : worked_out(m)) add(m, made);
      return;
    }
    const double turn = m.turned.radians() - first_.turned.radians() + per_girth_ * (m.girth - first_.girth);
    for (const Made& made : pattern_made_) add(m, turn == 0 ? made : turned(made, turn));
  }

  [[nodiscard]] std::vector<Made> worked_out(const Member& m) const {
    const Spot place = places_->at(m.turned, m.girth, m.further, name_of(m));
    if (o_.how == OpeningHow::laid) return {laid_at(place, m)};
    Bore bore = bore_at(place, o_.bore);
    if (!places_->along_level())
      bore.origin = bore.origin + m.girth * place.right;  // straight along a wall that does not go round
    bore.origin = bore.origin + shift_.x * bore.x + shift_.y * bore.y;
    std::vector<Made> all;
    for (const bool far : {false, true}) {
      if (o_.walls == (far ? BoredWalls::near : BoredWalls::far)) continue;
      const bool from_outside = dot(place.normal, bore.along) < 0;
      HoleInEach hole{[&](const PartWall& wall) {
                        return bored(wall, bore, form_.loops, far, from_outside, contact(), fit_, named(m));
                      },
                      [&](const PartWall& wall, const SpaceLine& line) {
                        return comes_through(wall, line, far, from_outside);
                      }};
      for (const Outline& loop : form_.loops) hole.loops.push_back(prism(bore, loop));
      hole.middle = {bore.origin, bore.along};
      for (const auto& [one, share] : cut_in_each(wall_, hole)) {
        Made made = made_of(one, x_as_bored(one.centre, bore));
        made.far = far;
        made.bore = bore;
        made.share = share;
        all.push_back(std::move(made));
      }
    }
    return all;
  }

  [[nodiscard]] Contact contact() const { return o_.bore.contact.value_or(Contact::clear); }

  // A wall cut through, as laid.
  [[nodiscard]] Made made_of(const BoredWall& one, Angle x_heading) const {
    const Chart& c = wall_.charts[one.centre.chart];
    Made made{c.piece,
              one.centre,
              {},
              placed(one.centre.at, c.placing),
              placed_heading(one.centre.level, c.placing),
              placed_heading(x_heading, c.placing),
              c.placing.mirror};
    for (const Outline& o : one.outlines) made.outlines.push_back(placed(o, c.placing));
    bored_fit_ = std::max(bored_fit_, one.fit_error);
    flattest_ = std::min(flattest_, one.flattest);
    return made;
  }

  // Where another part comes through.
  [[nodiscard]] std::vector<Made> fitted(const Member& m) const {
    const FittedBody& body = *o_.fitted;
    const std::vector<Chart>& charts = body.met->wall.charts;
    const bool curved = !charts.empty() && charts.front().curved;
    if (!curved && (!body.met->form || body.met->form->open))
      throw Refusal({.reason = named(m).name + " is fitted to a part that is no closed wall",
                     .key = o_.key + (o_.key.starts_with("joint") ? ".branch" : ".body"),
                     .found = body.body,
                     .allowed = "a cone, cylinder, tube, transition, dome, a hopper, or a net that closes",
                     .advice = "bore or lay the opening"});
    const BranchLines lines = curved ? chords_of(wall_, *body.met, body.face, body.clearance, named(m))
                                     : lines_of(*body.met, body.face, body.clearance, o_.key + ".clearance");
    if (!body.outline.empty()) return {round_end(body, lines)};
    const HoleInEach hole{
        [&](const PartWall& wall) {
          return fitted_to(wall, lines.loop, lines.middle, contact(), fit_, named(m));
        },
        [](const PartWall& wall, const SpaceLine& line) { return comes_through(wall, line); },
        {lines.loop},
        lines.middle};
    std::vector<Made> all;
    for (auto& [one, share] : cut_in_each(wall_, hole)) {
      if (curved) {
        // Where a layer between the faces touches, chords are off by more or less than halfway.
        const double off = off_form(wall_, one, lines.loop.outside, contact());
        chord_error_ = std::max(chord_error_, off);
        one.fit_error += std::max(lines.off, off);
      }
      Made made = made_of(one, one.centre.level);
      made.outside = lines.loop.outside;
      made.share = share;
      all.push_back(std::move(made));
    }
    return all;
  }

  // The hole of a plate round an end: seen from above as it is.
  [[nodiscard]] Made round_end(const FittedBody& body, const BranchLines& lines) const {
    const Chart& c = wall_.charts.front();
    const WallFrame f = c.frame(c.from, 0);
    // From the part's x and y to the flat as developed.
    Placing on{false, heading_of(f.e_flat) - heading_of({f.e.x, f.e.y}), {}};
    on.shift = f.at - placed(Vec2{f.point.x, f.point.y}, on);
    const auto laid = [&](const auto& what) { return placed(placed(what, on), c.placing); };
    Made made;
    made.piece = c.piece;
    made.outlines = {laid(body.outline)};
    made.at = laid(Vec2{});
    made.heading = made.x_heading = placed_heading(placed_heading(Angle{}, on), c.placing);
    made.mirrored = c.placing.mirror;
    made.centre = spot_on(wall_, c.piece, placed(Vec2{}, on));
    made.outside = lines.loop.outside;
    bored_fit_ = std::max(bored_fit_, 1.02 * body.fit_error);
    return made;
  }

  // Of the form's own x: a union has none but its frame's.
  [[nodiscard]] Angle turn_of_x() const {
    const bool single = o_.form.together.empty() && !o_.form.ring;
    return o_.turn + (single ? o_.form.profile.turn : Angle{});
  }

  // The form's x where the bore's centre line meets the wall, on the flat as developed.
  [[nodiscard]] Angle x_as_bored(const Spot& at, const Bore& bore) const {
    const WallFrame frame = wall_.charts[at.chart].frame(at.u, at.s);
    const Vec2 x = frame.on_flat(way_on_wall(bore, direction(turn_of_x()), frame.normal));
    return heading_of(x);
  }

  // Pieces that forming stretches do not lie side by side on the flat: what is laid over an edge between two
  // has no outline on the other.
  void check_laid(const Made& made, const Chart& c, const Member& m) const {
    if (!c.curved || wall_.charts.size() < 2) return;
    const Chart beyond = prolonged(c);
    const std::vector<double>& us = c.curved->surface.us;
    const double little = within::beside * (us.back() - us.front());
    for (const Outline& outline : made.outlines) {
      for (const Arc& arc : outline) {
        for (int i = 0; i < 8; ++i) {
          const Vec2 p = placed(point_at(arc, arc.length * i / 8), undone(c.placing));
          const auto at = curved_place(beyond, p);
          if (at && at->first > us.front() - little && at->first < us.back() + little) continue;
          throw Refusal(
              {.reason = name_of(m) + " is laid over the edge between two pieces that forming stretches",
               .key = o_.key,
               .advice = "bore it, or move it off the edge"});
        }
      }
    }
  }

  [[nodiscard]] Made laid_at(const Spot& place, const Member& m) const {
    const Chart& c = wall_.charts[place.chart];
    const double along = places_->along_level() ? 0 : m.girth;
    const Vec2 at = placed(shift_ + Vec2{along, 0}, {false, place.level, place.at});
    Made made;
    made.piece = c.piece;
    made.centre = along != 0 || !(shift_ == Vec2{}) ? spot_on(wall_, c.piece, at) : place;
    made.at = placed(at, c.placing);
    made.heading = placed_heading(place.level, c.placing);
    made.x_heading = placed_heading(place.level + turn_of_x(), c.placing);
    made.mirrored = c.placing.mirror;
    for (const Outline& o : form_.loops)
      made.outlines.push_back(placed(placed(o, {false, place.level, at}), c.placing));
    check_laid(made, c, m);
    return made;
  }

  [[nodiscard]] Made turned(const Made& first, double turn) const {
    const Spot& from = *first.centre;
    const Chart& c0 = wall_.charts[from.chart];
    double u = from.u + turn;
    size_t k = 0;
    for (; k < wall_.charts.size(); ++k) {
      const Chart& c = wall_.charts[k];
      u = from.u + turn + 2 * pi * std::ceil((c.from - from.u - turn) / (2 * pi) - within::rounding);
      if (u <= c.to + within::rounding) break;
    }
    const Chart& c1 = wall_.charts[std::min(k, wall_.charts.size() - 1)];
    // (11): a turn about the axis lays one ruling upon another.
    const Placing move = laid_upon(c0.flat(from.u), c1.flat(u));
    // From one blank as laid to the other: back to the flat as developed, moved, laid.
    const Placing back = undone(c0.placing);
    const auto moved = [&](const Outline& o) { return placed(placed(placed(o, back), move), c1.placing); };
    Made made;
    made.piece = c1.piece;
    made.centre = spot_at(wall_, static_cast<size_t>(&c1 - wall_.charts.data()), u, from.s);
    for (const Outline& o : first.outlines) made.outlines.push_back(moved(o));
    made.at = placed(made.centre->at, c1.placing);
    // A shifted form keeps the level of the place that it was shifted from.
    made.heading = placed_heading(made.centre->level, c1.placing) + first.heading -
                   placed_heading(from.level, c0.placing);
    made.x_heading = first.x_heading + made.heading - first.heading;
    made.mirrored = c1.placing.mirror;
    made.far = first.far;
    if (first.bore)
      made.bore = Bore{turned_about_axis(first.bore->origin, turn), turned_about_axis(first.bore->x, turn),
                       turned_about_axis(first.bore->y, turn), turned_about_axis(first.bore->along, turn)};
    return made;
  }

  // --- on the flat -----------------------------------------------------------------------------------

  // Each kind of side has rows, and a group, of its own.
  void cut_on_sides() {
    const std::vector<SideRows> kinds =
        side_rows(o_, blanks_, [&](size_t piece, Vec2 laid) -> std::optional<Vec3> {
          const auto spot = centre_on(static_cast<int>(piece), laid);
          return spot ? std::optional(spot->point) : std::nullopt;
        });
    const std::string name = name_;
    for (size_t i = 0; i < kinds.size(); ++i) {
      if (kinds.size() > 1) name_ = name + "-" + std::to_string(i + 1);
      pattern_ = {};
      pattern_.in_row = kinds[i].count;
      pattern_.girth_pitch = kinds[i].pitch;
      rows_ = kinds[i].rows;
      group_of_.assign(blanks_.size(), -1);
      for (int row = 1; row <= rows_; ++row) {
        for (int k = 1; k <= kinds[i].count; ++k) pattern_.members.push_back({row, k, {}, 0, 0});
      }
      for (const OnSide& m : kinds[i].members)
        cut_on_flat(m.piece, m.at, {m.row, m.number, {}, 0, 0}, m.again);
    }
  }
  void cut_on_flat() {
    for (const auto& [piece, frame] : flat_frames(o_.at, o_.key, blanks_)) cut_on_flat(piece, frame);
  }
  void cut_on_flat(size_t piece, const FlatFrame& frame) {
    for (const Member& m : pattern_.members) cut_on_flat(piece, frame, m);
  }
  void cut_on_flat(size_t piece, const FlatFrame& frame, const Member& m, bool again = false) {
    const Vec2 x = direction(frame.heading);
    Made made;
    made.piece = static_cast<int>(piece);
    made.at = frame.at + (m.girth + shift_.x) * x + (m.further + shift_.y) * left_of(x);
    made.heading = frame.heading;
    made.x_heading = frame.heading + turn_of_x();
    for (const Outline& o : form_.loops) made.outlines.push_back(placed(o, {false, frame.heading, made.at}));
    made.centre = centre_on(static_cast<int>(piece), made.at);
    made.share = again;
    add(m, made);
  }

  // Where it comes to stand on the formed part, where that is known.
  [[nodiscard]] std::optional<Spot> centre_on(int piece, Vec2 laid) const {
    for (const Chart& c : wall_.charts) {
      if (c.piece == piece) return spot_on(wall_, piece, placed(laid, undone(c.placing)));
    }
    return std::nullopt;
  }

  // --- onto the blank --------------------------------------------------------------------------------

  void add(const Member& m, const Made& made) {
    add_one(m, made);
    if (o_.at.flat() || !wall_.goes_round || made.outlines.empty()) return;
    for (const bool forwards : {false, true}) add_shares(m, made, forwards);
  }

  // What runs over a seam ruling goes on at the other edge: on the flat of the next piece, or of the same one
  // come round, which a move lays on from that ruling. (31)
  void add_shares(const Member& m, const Made& made, bool forwards) {
    size_t k = chart_of_piece(made.piece);
    Made here = made;
    for (size_t passed = 0; passed < wall_.charts.size(); ++passed) {
      const Chart& c = wall_.charts[k];
      if (!c.face.empty() || c.curved || !crosses(here, c, forwards ? c.to : c.from)) return;
      const size_t n = wall_.charts.size();
      const size_t next = forwards ? (k + 1) % n : (k + n - 1) % n;
      const Chart& other = wall_.charts[next];
      const Placing on = forwards ? laid_upon(c.flat(c.to), other.flat(other.from))
                                  : laid_upon(c.flat(c.from), other.flat(other.to));
      here = share_of(here, c, on, other);
      add_one(m, here);
      k = next;
    }
  }

  [[nodiscard]] size_t chart_of_piece(int piece) const {
    const auto found = std::find_if(wall_.charts.begin(), wall_.charts.end(),
                                    [&](const Chart& c) { return c.piece == piece; });
    return static_cast<size_t>(found - wall_.charts.begin());
  }

  // Whether an outline as laid runs over a ruling.
  [[nodiscard]] bool crosses(const Made& made, const Chart& c, double u) const {
    const auto [low, high] = c.ends(u);
    const Arc ruling = line(placed(c.on_flat(u, low), c.placing), placed(c.on_flat(u, high), c.placing));
    for (const Outline& o : made.outlines) {
      const auto touches = [&](const Arc& arc) {
        return nearest(arc, ruling).distance <= within::same * wall_.size;
      };
      if (std::any_of(o.begin(), o.end(), touches) || contains(o, ruling.start)) return true;
    }
    return false;
  }

  static Made share_of(const Made& made, const Chart& from, const Placing& on, const Chart& to) {
    const Placing back = undone(from.placing);
    const auto moved = [&](const Outline& o) { return placed(placed(placed(o, back), on), to.placing); };
    const auto heading = [&](Angle a) {
      return placed_heading(placed_heading(placed_heading(a, back), on), to.placing);
    };
    Made share = made;
    share.piece = to.piece;
    share.share = true;
    share.centre.reset();
    share.at = placed(placed(placed(made.at, back), on), to.placing);
    share.heading = heading(made.heading);
    share.x_heading = heading(made.x_heading);
    share.mirrored = to.placing.mirror;
    for (Outline& o : share.outlines) o = moved(o);
    return share;
  }

  void add_one(const Member& m, const Made& made) {
    Blank& b = *blanks_[static_cast<size_t>(made.piece)];
    OpeningGroup& group = group_in(b, made);
    if (made.outlines.empty()) return;
    const bool counted = made.share && group.cut > 0;
    if (!counted && (!made.far || o_.walls == BoredWalls::far)) ++group.cut;
    if (!made.share) add_row(group, m, made);
    group.fit_error = std::max(group.fit_error, bored_fit_);
    group.chord_error = chord_error_;
    for (size_t i = 0; i < made.outlines.size(); ++i) {
      BlankOpening cut;
      cut.outline =
          as_circle(signed_area(made.outlines[i]) < 0 ? reversed(made.outlines[i]) : made.outlines[i],
                    within::same * wall_.size);
      cut.group = group_of_[static_cast<size_t>(made.piece)];
      cut.row = m.row;
      cut.member = m.number;
      cut.far = made.far;
      cut.loop = static_cast<int>(i);
      cut.centre = made.at;
      cut.heading = made.heading;
      cut.x_heading = made.x_heading;
      cut.mirrored = made.mirrored;
      if (made.centre) {
        cut.plan = plan_of(made.centre->point);
        cut.height = made.centre->point.z;
        cut.radius = std::hypot(made.centre->point.x, made.centre->point.y);
      }
      cut.on_wall = made.centre.has_value();
      cut.bore = made.bore;
      cut.outside = made.outside;
      cut.share = made.share;
      cut.elsewhere = wall_.goes_on;
      b.openings.push_back(std::move(cut));
    }
  }

  OpeningGroup& group_in(Blank& b, const Made& made) {
    int& index = group_of_[static_cast<size_t>(made.piece)];
    if (index >= 0) return b.groups[static_cast<size_t>(index)];
    index = static_cast<int>(b.groups.size());
    OpeningGroup g;
    g.name = name_;
    g.how = *o_.how;
    g.contact = contact();
    if (o_.fitted) g.body = o_.fitted->body;
    g.form = o_.fitted ? Phrase("for " + o_.fitted->body) : in_words(o_.form);
    g.loops = form_.loops;
    g.asked = static_cast<int>(pattern_.members.size());
    g.in_row = pattern_.in_row;
    g.rows = rows_;
    g.fit_error = form_.fit_error;
    g.key = o_.key;
    g.least_web = o_.web.value_or(wall_.thickness);
    const auto level = [](const Spot& at) { return std::hypot(at.normal.x, at.normal.y) < within::beside; };
    g.from_above = o_.at.from_above() || (made.centre && level(*made.centre));
    g.pitch = pattern_.pitch;
    g.girth_pitch = pattern_.girth_pitch;
    if (pattern_.in_row > 1) add_pitches(g, made);
    if (flattest_ < 0.2)
      b.warnings.push_back(name_ + " meets the wall at only " +
                           shown(Angle::radians(std::asin(flattest_)).degrees(), 1) +
                           " degrees: its outline moves far with small errors of form.");
    b.groups.push_back(std::move(g));
    return b.groups.back();
  }

  // (18): the pitch by angle, by length, and on a cone by the turn on the flat.
  void add_pitches(OpeningGroup& g, const Made& made) const {
    if (!wall_.coaxial || !wall_.goes_round || !made.centre || o_.at.flat()) return;
    const Spot& at = *made.centre;
    const double radius = std::hypot(at.point.x, at.point.y);
    if (pattern_.by_angle) g.girth_pitch = radius * g.pitch.radians();
    if (!pattern_.by_angle) g.pitch = Angle::radians(per_girth_ * g.girth_pitch);
    const Chart& c = wall_.charts[at.chart];
    const double far = std::min(c.to, c.from + 0.5);
    const double per_u = (c.flat(far).heading - c.flat(c.from).heading) / (far - c.from);
    g.flat_pitch = Angle::radians(std::abs(per_u) * g.pitch.radians());
  }

  // Of a level face: its places go up towards the axis.
  [[nodiscard]] std::optional<Vec2> middle_of_circle(const Made& made) const {
    const Spot& at = *made.centre;
    if (!o_.at.radius || std::hypot(at.normal.x, at.normal.y) > within::beside) return std::nullopt;
    const Chart& c = wall_.charts[at.chart];
    const double up = at.normal.z > 0 ? 1 : -1;
    const double radius = std::hypot(at.point.x, at.point.y);
    return placed(at.at + up * radius * left_of(direction(at.level)), c.placing);
  }

  void add_row(OpeningGroup& g, const Member& m, const Made& made) {
    const auto same = std::find_if(g.by_row.begin(), g.by_row.end(),
                                   [&](const OpeningGroup::Row& row) { return row.number == m.row; });
    if (same != g.by_row.end() && !(made.far && !same->far_inside && o_.walls == BoredWalls::both)) return;
    OpeningGroup::Row row;
    row.number = m.row;
    row.on_wall = made.centre.has_value();
    if (made.centre) {
      const Chart& c = wall_.charts[made.centre->chart];
      row.height = made.centre->point.z;
      row.radius = std::hypot(made.centre->point.x, made.centre->point.y);
      row.middle = middle_of_circle(made);
      Outlines developed;
      for (const Outline& o : made.outlines) developed.push_back(placed(o, undone(c.placing)));
      const Sizes s = laid_sizes(wall_, *made.centre, developed);
      row.inside = s.inside;
      row.outside = s.outside;
      row.neutral = s.neutral;
    }
    if (same == g.by_row.end()) {
      g.by_row.push_back(row);
    } else {
      same->far_inside = row.inside;
      same->far_outside = row.outside;
    }
  }

  const PartWall& wall_;
  const std::vector<Blank*>& blanks_;
  const Opening o_;
  double fit_;
  std::string name_;
  FormOutlines form_;
  Vec2 shift_;  // of the form from the place, as turned
  Pattern pattern_;
  int rows_ = 1;
  std::optional<WallPlaces> places_;
  double girth_ = 0;           // where lengths run along a level line
  std::vector<int> group_of_;  // by piece
  mutable double bored_fit_ = 0;
  mutable double chord_error_ = 0;
  mutable double flattest_ = 1;
  // The first member of the row that is being cut.
  int row_ = 0;
  Member first_;
  std::vector<Made> pattern_made_;
  double per_girth_ = 0;
};

}  // namespace

void cut_openings(const std::vector<Blank*>& blanks, const PartWall& wall, const Making& making) {
  size_t number = 0;
  for (const Opening& o : making.openings)
    OpeningCutter(wall, blanks, as_made(o, making.hand), making.fit, ++number).cut();
  for (const Lettering& l : making.letterings) add_lettering(blanks, wall, as_made(l, making.hand), making);
}

}  // namespace juggler
