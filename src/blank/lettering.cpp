// Lettering laid on the flat: along a level line of the part, or straight. Equation numbers:
// docs/maths/openings.md.
#include "lettering.h"

#include <algorithm>
#include <map>

#include "edge_runs.h"
#include "form/opening_forms.h"
#include "meet/places.h"

namespace juggler {
namespace {

// Where a letter lies on its piece's flat as laid, its middle at the foot.
struct LetterPlace {
  int piece = 0;
  Placing placing;
  std::optional<Spot> spot = {};
};

// An outline of a letter, as it is cut.
struct CutLetter {
  LetterPlace place;
  int letter = 0;  // counted from 1
  Outline outline;
};

class Letterer {
 public:
  Letterer(const PartWall& wall, const std::vector<Blank*>& blanks, const Lettering& asked,
           const Making& making)
      : wall_(wall), blanks_(blanks), l_(asked), making_(making) {
    name_ = l_.name.empty() ? l_.text : l_.name;
    shape_letters();
  }

  void add() {
    find_place();
    double run = l_.centred ? -total_ / 2 : 0;
    for (size_t i = 0; i < forms_.size(); ++i) {
      const double middle = run + advances_[i] / 2;
      if (!forms_[i]->loops.empty()) add_letter(i, place_at(middle));
      run += advances_[i];
    }
    cut();
    for (const int piece : pieces_) add_note(*blanks_[static_cast<size_t>(piece)]);
  }

 private:
  // --- the letters -----------------------------------------------------------------------------------

  void shape_letters() {
    double natural = 0;
    for (const Glyph& g : l_.glyphs) natural += g.advance * l_.height;
    const auto drawn = [](const Glyph& g) { return !g.outlines.empty(); };
    if (std::none_of(l_.glyphs.begin(), l_.glyphs.end(), drawn))
      refuse(l_.key + ".text", "has no letters", "\"" + l_.text + "\"", {}, "say what is to be read");
    if (natural <= 0) refuse(l_.key + ".text", "has letters of no width", l_.text);
    const double widened = l_.length ? *l_.length / natural : 1;
    if (widened < 0.5 || widened > 2)
      refuse(l_.key + ".length", "would narrow or widen the letters out of shape", shown_mm(*l_.length),
             shown_mm(std::ceil(natural / 2)) + " to " + shown_mm(std::floor(natural * 2)),
             "give another length, or another height");
    // Arcs finer than letters are read by: a two-thousandth of their height.
    const double fit = std::min(making_.fit, std::max(l_.height / 2000, limits::finest_fit));
    for (const Glyph& g : l_.glyphs) {
      if (!known_.contains(g.letter)) known_[g.letter] = letter_form(l_, g, widened, fit);
      const LetterForm& form = known_.at(g.letter);
      forms_.push_back(&form);
      // Its own: a letter stands nearer to some of those that follow it.
      advances_.push_back(widened * l_.height * g.advance);
      total_ += advances_.back();
      bridges_ += form.bridges;
      fit_error_ = std::max(fit_error_, form.fit_error);
    }
  }

  // --- the place -------------------------------------------------------------------------------------

  [[nodiscard]] bool mirrored_on(const Blank& b) const {
    return (b.face_up == Face::inside) != l_.from_inside;
  }

  void find_place() {
    if (l_.at.flat()) {
      frame_ = flat_frame(l_.at, l_.key, blanks_);
      return;
    }
    const WallPlaces places(wall_, l_.at, l_.key);
    start_ = places.at({}, 0, 0, name_);
    if (!l_.level || !wall_.goes_round) return;
    level_.emplace(wall_, start_->point.z);
    if (level_->girth() == 0)
      refuse(l_.key + ".at.height", "is a level that the wall does not have all round", {}, {},
             "say line = \"straight\"");
    run_ = level_->run_to(start_->chart, start_->u);
    if (total_ > level_->girth())
      refuse(l_.key + ".height", "makes the text longer than the girth there", shown_mm(total_),
             "up to " + shown_mm(level_->girth()), "make it smaller, or give a length");
  }

  [[nodiscard]] LetterPlace place_at(double middle) const {
    if (l_.at.flat()) return on_flat(middle);
    // Seen from the inside the text runs the other way.
    const double along = l_.from_inside ? -middle : middle;
    if (l_.level && level_) {
      const LevelLine::At at = level_->at(run_ + along);
      return on_wall(spot_at(wall_, at.chart, at.u, at.s), 0);
    }
    return on_wall(*start_, along);
  }

  // A letter reads along the level line, seen from its own side; straight ones on from the place.
  [[nodiscard]] LetterPlace on_wall(const Spot& spot, double along) const {
    const Chart& c = wall_.charts[spot.chart];
    const Angle heading = spot.level + (l_.from_inside ? -l_.turn : l_.turn);
    const Vec2 at = spot.at + along * direction(heading);
    // From the inside x points the other way and y stays up.
    const Placing developed{l_.from_inside, heading, at};
    LetterPlace place{c.piece, after(developed, c.placing)};
    if (along == 0) place.spot = spot;
    return place;
  }

  [[nodiscard]] LetterPlace on_flat(double middle) const {
    const auto piece = static_cast<size_t>(l_.at.piece) - 1;
    const bool mirrored = mirrored_on(*blanks_[piece]);
    const Angle heading = frame_.heading + (mirrored ? -l_.turn : l_.turn);
    const Vec2 at = frame_.at + (mirrored ? -middle : middle) * direction(heading);
    return {static_cast<int>(piece), {mirrored, heading, at}};
  }

  // One rigid move after another.
  static Placing after(const Placing& first, const Placing& then) {
    Placing both;
    both.mirror = first.mirror != then.mirror;
    both.turn = then.mirror ? then.turn - first.turn : then.turn + first.turn;
    both.shift = placed(first.shift, then);
    return both;
  }

  // --- onto the blank --------------------------------------------------------------------------------

  void add_letter(size_t i, const LetterPlace& place) {
    Blank& b = *blanks_[static_cast<size_t>(place.piece)];
    if (std::find(pieces_.begin(), pieces_.end(), place.piece) == pieces_.end())
      pieces_.push_back(place.piece);
    const LetterForm& form = *forms_[i];
    const Placing from_middle{false, {}, {-advances_[i] / 2, 0}};
    if (!l_.cut) {
      const Outline edge = outline(b);
      for (const Outline& loop : form.loops) {
        for (const Arc& arc : placed(placed(loop, from_middle), place.placing)) {
          check_on(edge, arc, i);
          b.marks.lines.push_back(arc);
        }
      }
      return;
    }
    for (const Outline& loop : form.loops) {
      Outline laid = placed(placed(loop, from_middle), place.placing);
      cut_.push_back(
          {place, static_cast<int>(i) + 1, signed_area(laid) < 0 ? reversed(laid) : std::move(laid)});
    }
  }

  // A marked letter is as much on the metal as one that is cut.
  void check_on(const Outline& edge, const Arc& arc, size_t letter) const {
    for (const double share : {0.0, 0.5, 1.0}) {
      const Vec2 p = point_at(arc, share * arc.length);
      if (contains(edge, p)) continue;
      const auto number = static_cast<int>(letter) + 1;
      refuse(l_.key, letters(number, number) + " lies off the blank, or across the seam",
             "at [" + bare_mm(p.x, 3) + ", " + shown_mm(p.y, 3) + "] on the flat", {},
             "move it onto the wall");
    }
  }

  // Letters whose strokes overlap, as some fonts set V beside W, are cut as one.
  void join_overlapping() {
    for (size_t i = 0; i < cut_.size(); ++i) {
      for (size_t k = i + 1; k < cut_.size() && cut_[k].letter <= cut_[i].letter + 1; ++k) {
        if (cut_[k].place.piece != cut_[i].place.piece || !meet(cut_[i].outline, cut_[k].outline)) continue;
        Outlines whole = joined(cut_[i], cut_[k]);
        if (whole.size() != 1)
          refuse(l_.key + ".text", "has letters that touch and would enclose metal between them",
                 letters(cut_[i].letter, cut_[k].letter), {}, "give it a greater length");
        cut_[i].outline = std::move(whole.front());
        cut_.erase(cut_.begin() + static_cast<std::ptrdiff_t>(k));
        --k;
      }
    }
  }
  [[nodiscard]] Outlines joined(const CutLetter& a, const CutLetter& b) const {
    try {
      return merged(std::vector<Outline>{a.outline, b.outline});
    } catch (const std::domain_error&) {
      refuse(l_.key + ".text", "has letters whose outlines touch too nearly to be cut as one",
             letters(a.letter, b.letter), {}, "give it a greater length, or take another font");
    }
  }
  [[nodiscard]] std::string letters(int from, int to) const {
    std::string some;
    for (int i = from; i <= to; ++i) some += l_.glyphs[static_cast<size_t>(i) - 1].letter;
    return some;
  }
  static bool meet(const Outline& a, const Outline& b) {
    const Rectangle p = upright_box(a);
    const Rectangle q = upright_box(b);
    if (p.corner.x > q.corner.x + q.width || q.corner.x > p.corner.x + p.width ||
        p.corner.y > q.corner.y + q.height || q.corner.y > p.corner.y + p.height)
      return false;
    for (const Arc& x : a) {
      for (const Arc& y : b) {
        if (nearest(x, y).distance == 0) return true;
      }
    }
    return false;
  }

  void cut() {
    join_overlapping();
    int last = 0;
    for (const CutLetter& c : cut_) {
      Blank& b = *blanks_[static_cast<size_t>(c.place.piece)];
      OpeningGroup& group = group_in(b, c.place.piece);
      if (c.letter != last) ++group.cut;
      last = c.letter;
      b.openings.push_back(opening_of(c, group));
    }
  }

  [[nodiscard]] BlankOpening opening_of(const CutLetter& c, OpeningGroup& group) const {
    const Placing& placing = c.place.placing;
    BlankOpening o;
    o.outline = c.outline;
    o.group = group_of_.at(c.place.piece);
    o.member = c.letter;
    o.loop = static_cast<int>(group.loops.size());
    const Outline own = placed(c.outline, undone(placing));
    group.loops.push_back(placing.mirror ? reversed(own) : own);
    o.centre = placing.shift;
    const Vec2 x = placed(Vec2{1, 0}, placing) - placing.shift;
    o.heading = o.x_heading = heading_of(x);
    o.mirrored = placing.mirror;
    o.on_wall = c.place.spot.has_value();
    if (o.on_wall) {
      o.plan = plan_of(c.place.spot->point);
      o.height = c.place.spot->point.z;
    }
    return o;
  }

  OpeningGroup& group_in(Blank& b, int piece) {
    const auto known = group_of_.find(piece);
    if (known != group_of_.end()) return b.groups[static_cast<size_t>(known->second)];
    group_of_[piece] = static_cast<int>(b.groups.size());
    OpeningGroup g;
    g.name = name_;
    g.how = OpeningHow::laid;
    g.lettering = true;
    g.form = Phrase(l_.font + " ") + shown_mm(l_.height) + " high";
    g.in_row = static_cast<int>(l_.glyphs.size());
    g.asked = static_cast<int>(
        std::count_if(forms_.begin(), forms_.end(), [](const LetterForm* f) { return !f->loops.empty(); }));
    g.key = l_.key;
    g.least_web = l_.web.value_or(wall_.thickness);
    g.fit_error = fit_error_;
    const Spot* at = start_ ? &*start_ : nullptr;
    OpeningGroup::Row row;
    row.height = at ? at->point.z : 0;
    row.neutral = {total_, l_.height};
    g.by_row.push_back(row);
    b.groups.push_back(std::move(g));
    return b.groups.back();
  }

  void add_note(Blank& b) const {
    const auto mm = [](double v) { return shown_mm(v, 3); };
    b.notes.push_back("\"" + l_.text + "\" is " + (l_.cut ? "cut" : "marked") + " " + mm(l_.height) +
                      " high and " + mm(total_) + " long in " + l_.font + "; it reads right seen from the " +
                      b.face_names.of(l_.from_inside ? Face::inside : Face::outside) +
                      ((b.face_up == Face::inside) == l_.from_inside ? ", as the blank lies"
                                                                     : ", mirrored as the blank lies") +
                      (bridges_ > 0 && l_.cut ? "; its closed middles are held by " +
                                                    std::to_string(bridges_) + " bridges of " + mm(l_.bridge)
                                              : "") +
                      ".");
    for (const auto& [letter, form] : known_) {
      if (l_.cut && !form.loops.empty() && too_fine(form))
        b.warnings.push_back("The letter \"" + letter + "\" of \"" + l_.text +
                             "\" is nowhere as wide as the sheet is thick (" + mm(wall_.thickness) +
                             "): too fine to be cut well.");
    }
  }

  [[nodiscard]] bool too_fine(const LetterForm& form) const {
    return wall_.thickness > 0 && std::any_of(form.loops.begin(), form.loops.end(), [&](const Outline& o) {
             return !has_room_for(o, wall_.thickness);
           });
  }

  const PartWall& wall_;
  const std::vector<Blank*>& blanks_;
  const Lettering& l_;
  const Making& making_;
  std::string name_;
  std::map<std::string, LetterForm> known_;
  std::vector<const LetterForm*> forms_;
  std::vector<double> advances_;
  double total_ = 0;
  int bridges_ = 0;
  double fit_error_ = 0;
  FlatFrame frame_;
  std::optional<Spot> start_;
  std::optional<LevelLine> level_;
  double run_ = 0;
  std::vector<CutLetter> cut_;
  std::vector<int> pieces_;
  std::map<int, int> group_of_;
};

}  // namespace

void add_lettering(const std::vector<Blank*>& blanks, const PartWall& wall, const Lettering& lettering,
                   const Making& making) {
  Letterer(wall, blanks, lettering, making).add();
}

}  // namespace juggler
