// The bench card of a folded blank in words: corners by coordinates, bend lines, bends in their order.
#include <fmt/format.h>

#include <algorithm>

#include "juggler/shop.h"
#include "shop/joint_rows.h"
#include "shop/opening_lines.h"

namespace juggler {

std::string rounded_length(double mm, const JobResult& job) {
  const double step = job.job.bench.round_to;
  return shown_rounded(std::round(mm / step) * step + 0.0, step, job.job.units);
}

namespace {

class FoldedCard {
 public:
  FoldedCard(const JobResult& job, const PieceResult& piece)
      : job_(job), piece_(piece), blank_(piece.blank), card_(bench_card(piece, job.job.bench)) {}

  std::vector<std::string> lines() {
    lines_.push_back(fmt::format("BENCH CARD  {}, {} face up", title_of(piece_), face_up(blank_)));
    lines_.push_back(fmt::format("lengths rounded to {}; sheet {} thick; cut {}",
                                 len(job_.job.bench.round_to),
                                 written(sheet_thickness(piece_), job_.job.units), blank_.count));
    step(fmt::format("Square up a box {} wide and {} high.", len(card_.width), len(card_.height)),
         fmt::format("both diagonals measure {}", len(card_.diagonal)));
    corners();
    roll_lines();
    bend_lines();
    holes();
    bends();
    joints();
    for (const std::string& line : together_lines(job_, piece_)) lines_.push_back("    " + line);
    const Units& units = job_.job.units;
    for (const Phrase& note : blank_.notes) lines_.push_back("    " + note.in(units));
    for (const Phrase& warning : blank_.warnings) lines_.push_back("    WARNING: " + warning.in(units));
    return std::move(lines_);
  }

 private:
  [[nodiscard]] std::string len(double mm) const { return rounded_length(mm, job_); }

  void step(const std::string& words, const std::string& check) {
    lines_.emplace_back();
    lines_.push_back(fmt::format("{}. {}", ++step_, words));
    lines_.push_back("    CHECK " + check + ".");
  }

  // Cells stand right, two spaces apart; rows are indented.
  void table(const std::vector<std::string>& heads, const std::vector<std::vector<std::string>>& rows) {
    std::vector<size_t> widths;
    for (size_t c = 0; c < heads.size(); ++c) {
      widths.push_back(heads[c].size());
      for (const auto& row : rows) widths[c] = std::max(widths[c], row[c].size());
    }
    const auto put = [&](const std::vector<std::string>& cells) {
      std::string line = "    ";
      for (size_t c = 0; c < cells.size(); ++c)
        line += fmt::format("{}{:>{}}", c == 0 ? "" : "  ", cells[c], widths[c]);
      lines_.push_back(line.substr(0, line.find_last_not_of(' ') + 1));
    };
    put(heads);
    for (const auto& row : rows) put(row);
  }

  [[nodiscard]] std::string way_on(const CardTurn& turn) const {
    if (turn.radius == 0) return "straight";
    const double degrees = turn.turned.degrees();
    return fmt::format("arc, radius {}, {} deg {}", len(turn.radius), fixed(std::abs(degrees), 1),
                       degrees > 0 ? "left" : "right");
  }

  void corners() {
    std::vector<std::vector<std::string>> rows;
    const bool arcs = std::any_of(card_.outline.begin(), card_.outline.end(),
                                  [](const CardTurn& turn) { return turn.radius > 0; });
    std::vector<std::string> heads{"no", "across", "up", "to the next", "distance"};
    if (arcs) {
      heads.emplace_back("about across");
      heads.emplace_back("up");
    }
    for (const CardTurn& turn : card_.outline) {
      rows.push_back({fmt::format("{}", rows.size() + 1), len(turn.at.x), len(turn.at.y), way_on(turn),
                      len(turn.to_next)});
      if (!arcs) continue;
      rows.back().push_back(turn.radius > 0 ? len(turn.centre.x) : "");
      rows.back().push_back(turn.radius > 0 ? len(turn.centre.y) : "");
    }
    step(
        "Mark the corners, once round anticlockwise: across from the left edge of the box, up from its foot.",
        fmt::format("the straight distances from each to the next are {} in all", len(card_.around)));
    table(heads, rows);
  }

  // Of what is cut out of a wall all lines marked are such.
  void roll_lines() {
    if (!blank_.cut_out || blank_.marks.lines.empty()) return;
    std::vector<std::vector<std::string>> rows;
    for (const Arc& l : blank_.marks.lines) {
      const Vec2 to = end_of(l);
      rows.push_back({fmt::format("{}", rows.size() + 1), len(l.start.x), len(l.start.y), len(to.x),
                      len(to.y), len(l.length)});
    }
    step("Mark the lines along the elements from point to point, across and up.", "each line's length");
    table({"no", "across", "up", "across", "up", "length"}, rows);
  }

  void bend_lines() {
    if (bends_of(blank_).empty()) return;
    std::vector<std::vector<std::string>> rows;
    for (const Fold& b : bends_of(blank_)) {
      const bool parallel = std::abs(b.datum_from - b.datum_to) < within::same * blank_.size;
      rows.push_back(
          {b.tag, len(b.from.x), len(b.from.y), len(b.to.x), len(b.to.y), len(b.length()), b.datum,
           parallel ? len(b.datum_from) : fmt::format("{} to {}", len(b.datum_from), len(b.datum_to))});
    }
    step("Mark the bend lines from point to point, across and up.",
         "each line's length, and its distance from the edge named beside it");
    table({"tag", "across", "up", "across", "up", "length", "from the edge", "distance"}, rows);
  }

  void bends() {
    if (bends_of(blank_).empty()) return;
    std::vector<const Fold*> in_order;
    for (const Fold& b : bends_of(blank_)) in_order.push_back(&b);
    std::sort(in_order.begin(), in_order.end(),
              [](const auto* a, const auto* b) { return a->order < b->order; });
    std::vector<std::vector<std::string>> rows;
    for (const Fold* b : in_order) {
      rows.push_back({fmt::format("{}", b->order), b->tag, b->up ? "up" : "down",
                      fixed(b->turned.degrees(), 2), fixed(b->between_legs().degrees(), 2),
                      fixed(b->turned.degrees() + b->springback.degrees(), 2), len(b->radius)});
    }
    step(fmt::format("Bend, in this order, seen with the {} face up.", face_up(blank_)),
         fmt::format("the angle between the legs after each; the angles turned are {} deg {} in all",
                     fixed(std::abs(card_.turned.degrees()), 2), card_.turned.degrees() < 0 ? "down" : "up"));
    table({"order", "tag", "bend", "turned deg", "between legs", "bend to", "radius"}, rows);
  }

  void holes() {
    if (blank_.openings.empty()) return;
    std::vector<std::vector<std::string>> rows;
    for (const CardOpening& c : card_.openings) {
      if (blank_.openings[c.opening].group < 0)
        rows.push_back({fmt::format("{}", rows.size() + 1), len(c.at.x), len(c.at.y), len(c.diameter)});
    }
    step(blank_.folds.empty() ? "Drill, punch or cut what is open." : "Drill, punch or cut before bending.",
         fmt::format("{} opening{}", blank_.openings.size(), blank_.openings.size() == 1 ? "" : "s"));
    if (!rows.empty()) table({"hole", "across", "up", "diameter"}, rows);
    if (rows.size() == blank_.openings.size()) return;
    for (const std::string& line : opening_lines(job_, piece_, card_)) lines_.push_back("    " + line);
  }

  void joints() {
    const auto rows = joint_rows(piece_, [this](const Amount& length) { return len(length.value); });
    if (rows.empty()) return;
    step("Join and seal what meets.",
         fmt::format("joints of {} in all, by the longer edge of each", len(joint_length(blank_))));
    table({"joint", "edge of", "length", "angle", "edges"}, rows);
  }

  const JobResult& job_;
  const PieceResult& piece_;
  const Blank& blank_;
  BenchCard card_;
  int step_ = 0;
  std::vector<std::string> lines_;
};

}  // namespace

std::vector<std::string> folded_card_lines(const JobResult& job, const PieceResult& piece) {
  return FoldedCard(job, piece).lines();
}

// Whether folds beyond edges are those of a flange.
bool has_flange(const Blank& b) {
  return std::any_of(b.tabs.begin(), b.tabs.end(),
                     [](const EdgeTab& t) { return t.kind == EdgeKind::flange; });
}

std::vector<std::string> added_lines(const JobResult& job, const PieceResult& piece, const BenchCard& card) {
  const Blank& b = piece.blank;
  const auto len = [&](double mm) { return rounded_length(mm, job); };
  std::vector<std::string> lines;
  for (const CardTab& t : card.tabs) {
    lines.push_back(
        t.beyond > 0
            ? fmt::format(
                  "Beyond the edge {} prolong every element by {}, to corners {} across, {} up, and {} "
                  "across, {} up, {} apart.",
                  t.edge, len(t.beyond), len(t.from.x), len(t.from.y), len(t.to.x), len(t.to.y), len(t.apart))
        : t.strip > 0
            ? fmt::format("Beyond the edge {} add a strip {} wide, square to it all along, from {} across, "
                          "{} up, to {} "
                          "across, {} up.",
                          t.edge, len(t.strip), len(t.from.x), len(t.from.y), len(t.to.x), len(t.to.y))
        : t.radius > 0
            ? fmt::format("Beyond the edge {} swing a half circle of radius {} about {} across, {} up.",
                          t.edge, len(t.radius), len(t.centre.x), len(t.centre.y))
            : fmt::format("Beyond the edge {} add corners {} across, {} up, and {} across, {} up, {} apart.",
                          t.edge, len(t.from.x), len(t.from.y), len(t.to.x), len(t.to.y), len(t.apart)));
  }
  for (std::string& line : opening_lines(job, piece, card)) lines.push_back(std::move(line));
  for (const Fold& fold : bends_of(b)) {
    if (!fold.hem || !has_flange(b)) continue;
    lines.push_back(fold.arcs.empty()
                        ? fmt::format("Fold {}: a line {} inside the free edge; {} by {} deg.", fold.tag,
                                      len(fold.datum_from), fold.up ? "up" : "down",
                                      fixed(fold.turned.degrees(), 1))
                        : fmt::format("Fold {}: all along the edge, {}.", fold.tag, fold.up ? "up" : "down"));
  }
  for (const Fold& c : creases_of(b))
    lines.push_back(
        fmt::format("Crease {}: from {} along the base to {} along the top, counted from seam start; "
                    "fold {} by {} deg at the base, {} at the top.",
                    c.tag, len(c.datum_from), len(c.datum_to), c.up ? "up" : "down",
                    fixed(c.turned.degrees(), 1), fixed(c.turned_to->degrees(), 1)));
  if (!b.pressed) return lines;
  lines.push_back(fmt::format(
      "Mark the bend lines of this piece, {} from the edge at seam start along the rims, facets of up to {}:",
      bends_of(b).size(), len(b.pressed->facet_width)));
  for (const Fold& l : bends_of(b)) {
    if (!l.hem)
      lines.push_back(fmt::format("{}: base {}, top {}, turned {} deg.", l.tag, len(l.datum_from),
                                  len(l.datum_to), fixed(l.turned.degrees(), 2)));
  }
  return lines;
}

}  // namespace juggler
