// The bench card in words.
#include <fmt/format.h>

#include <algorithm>

#include "juggler/shop.h"
#include "shop/opening_lines.h"

namespace juggler {
namespace {

constexpr size_t widest = 96;

class CardText {
 public:
  CardText(const JobResult& job, const PieceResult& piece)
      : job_(job), piece_(piece), card_(bench_card(piece, job.job.bench)), units_(job.job.units) {}

  std::vector<std::string> lines() {
    heading();
    const bool box_is_blank = box_only();
    step(fmt::format("Square up a box {} wide and {} high.", len(card_.width), len(card_.height)),
         fmt::format("both diagonals measure {}", len(card_.diagonal)));
    if (box_is_blank) {
      text(piece_.blank.notches.empty() ? "The box is the blank: both edges are straight."
                                        : "The box is the blank, but for what runs over its edges.");
    } else if (card_.marking == Marking::coordinates) {
      by_coordinates();
    } else {
      by_centre_line();
    }
    inner_lines();
    elements();
    if (!alike_elements(piece_)) bevels();
    for (const std::string& line : added_lines(job_, piece_, card_)) text(line);
    forming();
    return std::move(lines_);
  }

 private:
  [[nodiscard]] std::string len(double mm) const { return shown_rounded(mm, card_.round_to, units_); }
  // What the card's rounding leaves, too small to be rounded by it.
  [[nodiscard]] std::string exact(double mm) const {
    return written({.value = mm, .of = Amount::Of::length, .style = Amount::Style::exact}, units_);
  }
  // Half of a rounded length may lie between two steps.
  [[nodiscard]] std::string half(double mm) const {
    const double steps = mm / card_.round_to;
    return std::abs(steps - std::round(steps)) < within::beside
               ? len(mm)
               : shown_rounded(mm, card_.round_to / 2, units_);
  }

  void text(const std::string& words, const std::string& indent = "    ") {
    std::string line = indent;
    std::string rest = words;
    while (!rest.empty()) {
      const size_t space = std::min(rest.find(' '), rest.size());
      if (line.size() + space + 1 > widest) {
        lines_.push_back(line);
        line = indent;
      }
      if (line.size() > indent.size()) line += ' ';
      line += rest.substr(0, space);
      rest.erase(0, std::min(space + 1, rest.size()));
    }
    lines_.push_back(line);
  }

  void step(const std::string& words, const std::string& check) {
    ++number_;
    const size_t at = lines_.size();
    text(words);
    lines_[at].replace(0, 3, fmt::format("{:2} ", number_));
    if (!check.empty()) text("check: " + check);
  }

  void head(const std::string& words) {
    lines_.emplace_back();
    lines_.push_back(words);
  }

  void heading() {
    const std::string& number = piece_.part.making.number;
    const Blank& b = piece_.blank;
    lines_.push_back(fmt::format("BENCH CARD  {}{}", title_of(piece_), number.empty() ? "" : "  " + number));
    lines_.push_back(fmt::format("Quantity {}, sheet {}{}, {} face up. Lengths rounded to {}.", b.count,
                                 written(sheet_thickness(piece_), units_),
                                 piece_.part.sheet.material.empty() ? "" : " " + piece_.part.sheet.material,
                                 face_up(b), len(card_.round_to)));
    lines_.emplace_back();
  }

  [[nodiscard]] bool box_only() const {
    const auto straight_across = [&](const CardRim& r) {
      // Rounded one by one.
      const bool from_side_to_side =
          std::abs(r.left.x) <= card_.round_to && std::abs(r.right.x - card_.width) <= card_.round_to;
      return r.straight && r.left.y == r.right.y && from_side_to_side;
    };
    return card_.rims.size() == 2 && std::all_of(card_.rims.begin(), card_.rims.end(), straight_across);
  }

  [[nodiscard]] std::string up_from_bottom(double y) const {
    if (y < 0) return fmt::format("{} below the bottom edge", len(-y));
    if (y > card_.height) {
      return fmt::format("{} above the bottom edge ({} above the box)", len(y), len(y - card_.height));
    }
    return fmt::format("{} above the bottom edge", len(y));
  }

  void by_centre_line() {
    step(fmt::format("Draw the centre line upright, {} from the left edge.", half(card_.centre_x)),
         fmt::format("{} from the right edge, at the top and at the bottom", half(card_.centre_from_right)));
    swings();
    for (const CardRim& rim : card_.rims) corners(rim);
    if (card_.pointed && card_.sides.empty()) {
      step(fmt::format("Mark the point on the centre line, {}.", up_from_bottom(card_.tip.y)),
           fmt::format("{} from either corner", len(card_.seam_start)));
    }
    if (card_.marking == Marking::offsets) {
      for (const CardRim& rim : card_.rims) {
        if (!rim.swung) offsets(rim);
      }
    }
    join();
    girth();
  }

  void swings() {
    const CardRim* wide = nullptr;
    for (const CardRim& rim : card_.rims) {
      if (rim.swung && (!wide || rim.radius > wide->radius)) wide = &rim;
    }
    if (!wide) return;
    step(fmt::format("Mark the swing centre on the centre line, {}.", up_from_bottom(card_.centre_y)),
         fmt::format("the {} edge crosses the centre line {} from it", wide->called, len(wide->radius)));
    for (const CardRim& rim : card_.rims) {
      if (!rim.swung) continue;
      step(fmt::format("From the centre swing the {} edge, radius {}.", rim.called, len(rim.radius)),
           fmt::format("it crosses the centre line {}", up_from_bottom(rim.crossing)));
    }
    if (card_.rims.size() < 2 || !card_.rims[0].swung || !card_.rims[1].swung) return;
    text(fmt::format("check: on the centre line the edges are {} apart",
                     len(std::abs(card_.rims[0].radius - card_.rims[1].radius))));
  }

  // The corners by half chords, the sector beside them: one chord fits two sectors.
  void corners(const CardRim& rim) {
    const double left = card_.centre_x - rim.left.x;
    const double right = rim.right.x - card_.centre_x;
    const std::string where =
        left == right && rim.left.y == rim.right.y
            ? fmt::format("half the chord, {}, on either side of the centre line, {}", half(left),
                          up_from_bottom(rim.left.y))
            : fmt::format("left corner {} left of the centre line, {}; right corner {} right of it, {}",
                          half(left), up_from_bottom(rim.left.y), half(right), up_from_bottom(rim.right.y));
    std::string words = fmt::format("Corners of the {} edge: {}.", rim.called, where);
    if (rim.sector.radians() > 0 && !rim.straight) {
      const double degrees = rim.sector.degrees();
      words += fmt::format(" Sector {:.3f} deg{}.", degrees,
                           degrees > 180 ? ", more than half a turn: the corners lie beyond the centre" : "");
    }
    step(words, fmt::format("corner to corner {}", len(rim.chord)));
  }

  void offsets(const CardRim& rim) {
    if (rim.straight) {
      step(fmt::format("Join the corners of the {} edge by a straight line.", rim.called),
           fmt::format("it measures {}", len(rim.length)));
      return;
    }
    const bool below = rim.offsets.front() < 0;
    const bool even = rim.left.y == rim.right.y && std::abs((rim.left.x + rim.right.x) / 2 - card_.centre_x) <
                                                       within::same * piece_.blank.size;
    step(fmt::format(
             "The swing radius of the {} edge, {}, is past reach. Join its corners by a straight line; "
             "from it set off, {} it, {}:",
             rim.called, len(rim.radius), below ? "below" : "above",
             even ? "on both sides of the centre line"
                  : "square to it, at these distances from its own middle, on both sides"),
         fmt::format("the first offset, {}, is the greatest; at the corners it is 0",
                     len(std::abs(rim.offsets.front()))));
    std::vector<CardOffset> offsets = rim.near_ends;
    for (size_t i = 0; i < rim.offsets.size(); ++i)
      offsets.push_back({rim.spacing * static_cast<double>(i), rim.offsets[i]});
    std::sort(offsets.begin(), offsets.end(),
              [](const CardOffset& a, const CardOffset& b) { return a.at < b.at; });
    std::vector<std::string> row;
    for (const CardOffset& o : offsets)
      row.push_back(fmt::format("at {}: {}", len(o.at), len(std::abs(o.offset))));
    for (size_t i = 0; i < row.size(); i += 3) {
      std::string line = "      ";
      for (size_t k = i; k < std::min(i + 3, row.size()); ++k) line += fmt::format("{:<29}", row[k]);
      lines_.push_back(line.substr(0, line.find_last_not_of(' ') + 1));
    }
    text("Draw a fair curve through them.");
  }

  void curved_sides() {
    step(
        fmt::format(
            "Mark points of both side edges, from the {} edge upwards at equal shares of their lengths:",
            base_),
        fmt::format("along them {} at the start, {} at the end", len(card_.seam_start), len(card_.seam_end)));
    lines_.push_back(
        fmt::format("    {:>4} {:>13} {:>13} {:>13} {:>13}", "no", "start x", "start y", "end x", "end y"));
    for (size_t i = 0; i < card_.sides.size(); ++i) {
      const CardSide& s = card_.sides[i];
      lines_.push_back(fmt::format("    {:>4} {:>13} {:>13} {:>13} {:>13}", i, bare(s.start.x),
                                   bare(s.start.y), bare(s.end.x), bare(s.end.y)));
    }
    text(
        fmt::format("Draw fair curves through them; straight lines between them would leave the edges by up "
                    "to {}.",
                    exact(card_.between_sides)));
    diagonals();
  }

  void join() {
    if (!card_.sides.empty()) {
      curved_sides();
      return;
    }
    step(piece_.formed->edges_open ? "Join the corners: the ends." : "Join the corners: the seam's edges.",
         card_.seam_start == card_.seam_end ? fmt::format("both measure {}", len(card_.seam_start))
                                            : fmt::format("{} at the seam's start, {} at its end",
                                                          len(card_.seam_start), len(card_.seam_end)));
    diagonals();
  }

  // What lies inside the edges; stock on both says it once.
  void inner_lines() {
    for (const CardLine& l : card_.lines) {
      if (l.of == CardLine::Of::flange)
        step(fmt::format("Mark the fold line of the {} flange, {} inside its edge all along.",
                         name_of(l.edge), len(l.inside)),
             fmt::format("it is turned over by {} deg", fixed(l.turned.degrees(), 2)));
      if (l.of == CardLine::Of::lap)
        step(fmt::format("Mark the line of the lap, {} inside the edge at the seam's {}, parallel to it.",
                         len(l.inside), l.edge == EdgeName::seam_start ? "start" : "end"),
             "it lies under the other edge");
      if (l.of == CardLine::Of::stock && l.edge == EdgeName::seam_start)
        step(fmt::format("Mark the lines of the stock, {} inside both edges of the seam, parallel to them.",
                         len(l.inside)),
             "cut there after rolling");
    }
  }

  void diagonals() {
    if (card_.diagonal_left == 0) return;
    text(card_.diagonal_left == card_.diagonal_right
             ? fmt::format("check: corner to corner across, {} to {}, both ways {}", base_, top_,
                           len(card_.diagonal_left))
             : fmt::format("check: from the left {} corner to the right {} corner {}, the other way {}",
                           base_, top_, len(card_.diagonal_left), len(card_.diagonal_right)));
  }

  void girth() {
    for (const CardRim& rim : card_.rims) {
      if (rim.straight && card_.marking == Marking::swing && rim.girth_change == 0) continue;
      const double change = rim.girth_change;
      text(fmt::format("Rounding makes the finished girth of the {} {} {}.", end_called(rim.called),
                       exact(std::abs(change)), change < 0 ? "shorter" : "longer"));
    }
  }

  void by_coordinates() {
    for (const CardRim& rim : card_.rims) {
      if (rim.radius > 0) {
        text(fmt::format("The {} edge is one arc, swing radius {} from x {}, y {}, sector {:.3f} deg.",
                         rim.called, len(rim.radius), len(rim.centre.x), len(rim.centre.y),
                         rim.sector.degrees()));
      }
    }
    step(
        "Mark the ends of the elements: x from the left edge of the box, y from its bottom edge. Elements "
        "beside a gap lie off the metal; the seam's corners are given below.",
        "the length beside each pair, measured from end to end");
    points_table();
    for (const CardCorner& c : card_.corners) {
      text(fmt::format("The {} edge has a corner at x {}, y {}.", name_of(piece_.blank, c.edge), len(c.at.x),
                       len(c.at.y)));
    }
    for (const CardRim& rim : card_.rims) {
      step(fmt::format("Corners of the {} edge at the seam: left at x {}, y {}; right at x {}, y {}.",
                       rim.called, len(rim.left.x), len(rim.left.y), len(rim.right.x), len(rim.right.y)),
           fmt::format("corner to corner {}", len(rim.chord)));
    }
    if (card_.pointed) {
      step(fmt::format("The point: x {}, y {}.", len(card_.tip.x), len(card_.tip.y)),
           fmt::format("{} and {} from the corners at the seam", len(card_.seam_start), len(card_.seam_end)));
    }
    if (card_.rims.empty()) {
      join();
      return;
    }
    step(fmt::format(
             "Draw a fair curve through the points of each edge{}; straight lines between them would leave "
             "it by up to {}.",
             creases_of(piece_.blank).empty() ? "" : ", from corner to corner", exact(card_.between_points)),
         along_edges());
    join();
    girth();
  }

  [[nodiscard]] std::string along_edges() const {
    std::string said = "by tape along the edge";
    for (const CardRim& rim : card_.rims) said += fmt::format(", {} {}", rim.called, len(rim.length));
    return said;
  }

  void points_table() {
    lines_.push_back(fmt::format("    {:>4} {:>9} {:>13} {:>13} {:>13} {:>13} {:>13}", "no", "plan deg",
                                 "length", base_ + " x", base_ + " y", top_ + " x", top_ + " y"));
    for (const CardPoint& p : card_.points) {
      lines_.push_back(fmt::format("    {:>4} {:>9.4g} {:>13} {:>13} {:>13} {:>13} {:>13}", p.element,
                                   p.plan.degrees(), bare(p.length), bare(p.base.x), bare(p.base.y),
                                   bare(p.top.x), bare(p.top.y)));
    }
  }

  [[nodiscard]] std::string bare(double mm) const {
    const std::string with_unit = len(mm);
    return with_unit.substr(0, with_unit.rfind(' '));
  }

  // Lengths to step off along the rims, from each end; a level cone's are all alike.
  void elements() {
    if (card_.marking != Marking::coordinates && piece_.blank.elements.size() <= 5) return;
    const double step = card_.round_to;
    const auto near = [&](double mm) { return bare(step * std::round(mm / step)); };
    const bool strip = piece_.wall() && piece_.wall()->ends;
    head(strip ? "Elements: along the edges from their start corners, and their lengths"
               : "Elements: along the edges from element 0, and their lengths");
    if (!strip) zero();
    lines_.push_back(fmt::format("    {:>4} {:>9} {:>13} {:>13} {:>13} {:>13} {:>13} {:>6}", "no", "plan deg",
                                 "along " + base_, "along " + top_, "length", "from " + base_, "from " + top_,
                                 "mirror"));
    for (const Element& e : piece_.blank.elements) {
      lines_.push_back(fmt::format("    {:>4} {:>9.4g} {:>13} {:>13} {:>13} {:>13} {:>13} {:>6}", e.number,
                                   e.plan.degrees(), near(e.base_run), near(e.top_run), near(e.length),
                                   near(e.from_base), near(e.from_top),
                                   e.mirror < 0 ? "-" : fmt::format("{}", e.mirror)));
    }
  }

  // A base and a top are ends; what is inner, outer, lower or upper is an edge.
  static std::string end_called(const std::string& edge) {
    return edge == name_of(EdgeName::base) || edge == name_of(EdgeName::top) ? edge : edge + " edge";
  }

  // Whoever hooks a tape on hooks it on the edge.
  void zero() {
    if (card_.zero_base == 0 && card_.zero_top == 0) return;
    const bool within = card_.zero_base < 0 || card_.zero_top < 0;
    text(fmt::format(
        "Element 0, the seam's ruling, lies {} the edge at seam start: {} at the {}, {} at the {}.",
        within ? "inside" : "beyond", len(std::abs(card_.zero_base)), end_called(base_),
        len(std::abs(card_.zero_top)), end_called(top_)));
  }

  // Fractions of a thickness, too small for the card's own rounding.
  [[nodiscard]] std::string small(double mm) const { return fixed(mm / units_.mm, units_.mm == 1 ? 2 : 4); }

  // A face may stand past the plane that it is to meet.
  [[nodiscard]] std::string to_plane(double short_of) const {
    if (small(short_of) == small(0)) return "in the plane";
    return fmt::format("{} {} {} the plane", small(std::abs(short_of)), units_.name,
                       short_of > 0 ? "short of" : "past");
  }

  void level_bevel(EdgeName end, const Element& e) {
    const auto& bevel = end == EdgeName::base ? e.base_bevel : e.top_bevel;
    if (std::abs(bevel->angle.degrees()) < 0.05) return;  // square to the sheet is flush
    text(
        fmt::format("Bevel of the {} for a flush fit: {} deg off the {} face; along the wall the inside lies "
                    "{}, the outside {}.",
                    name_of(end), fixed(std::abs(bevel->angle.degrees()), 1),
                    bevel->angle.degrees() > 0 ? "outside" : "inside", to_plane(bevel->inside),
                    to_plane(bevel->outside)));
  }

  // The edges are cut square to the sheet: what a flush fit wants taken off, element by element.
  void bevels() {
    const auto leans = [](const std::optional<Bevel>& b) { return b && std::abs(b->angle.degrees()) > 0.05; };
    const auto& all = piece_.blank.elements;
    const bool any = std::any_of(all.begin(), all.end(),
                                 [&](const Element& e) { return leans(e.base_bevel) || leans(e.top_bevel); });
    if (!any || piece_.blank.thickness == 0) return;
    head("Bevels for a flush fit, and how far along the element each face lies short of the plane");
    lines_.push_back(fmt::format("    {:>4} {:>9} {:>13} {:>12} {:>12} {:>13} {:>12} {:>12}", "no",
                                 "plan deg", base_ + " deg", "inside", "outside", top_ + " deg", "inside",
                                 "outside"));
    const auto cells = [&](const std::optional<Bevel>& b) {
      if (!b) return fmt::format(" {:>13} {:>12} {:>12}", "-", "-", "-");
      return fmt::format(" {:>13} {:>12} {:>12}", fixed(b->angle.degrees(), 1), small(b->inside),
                         small(b->outside));
    };
    for (const Element& e : all) {
      lines_.push_back(fmt::format("    {:>4} {:>9.4g}", e.number, e.plan.degrees()) + cells(e.base_bevel) +
                       cells(e.top_bevel));
    }
  }

  void forming() {
    head("To form it by");
    if (card_.tape_base > 0)
      text(fmt::format("Girth by tape on the outside, {}: {}.", base_, len(card_.tape_base)));
    if (card_.tape_top > 0)
      text(fmt::format("Girth by tape on the outside, {}: {}.", top_, len(card_.tape_top)));
    for (const Sweep& s : card_.sweeps) {
      const auto range = [&](double a, double b) {
        if (b > 1e9) return fmt::format("{} and more", len(a));
        return a == b ? len(a) : fmt::format("{} to {}", len(a), len(b));
      };
      text(fmt::format(
          "Sweep held square to the wall at the {}: radius {} against the inside, {} against the "
          "outside.",
          name_of(s.end), range(s.inside_least, s.inside_most), range(s.outside_least, s.outside_most)));
    }
    if (alike_elements(piece_) && piece_.blank.thickness > 0) {
      for (const CardRim& rim : card_.rims) {
        const bool turned_over = std::any_of(card_.lines.begin(), card_.lines.end(), [&](const CardLine& l) {
          return l.of == CardLine::Of::flange && l.edge == rim.name;
        });
        if (!turned_over) level_bevel(rim.name, piece_.blank.elements.front());
      }
    }
    for (const std::string& line : together_lines(job_, piece_)) text(line);
    const RollingRemarks rolling = rolling_remarks(piece_, job_.job.rolls);
    for (const Phrase& note : rolling.notes) text(note.in(units_));
    for (const Phrase& note : piece_.blank.notes) text(note.in(units_));
    for (const Phrase& warning : piece_.blank.warnings) text("WARNING: " + warning.in(units_));
  }

  const JobResult& job_;
  const PieceResult& piece_;
  const std::string base_ = name_of(piece_.blank, EdgeName::base);
  const std::string top_ = name_of(piece_.blank, EdgeName::top);
  BenchCard card_;
  const Units& units_;
  std::vector<std::string> lines_;
  int number_ = 0;
};

}  // namespace

std::vector<std::string> card_lines(const JobResult& job, const PieceResult& piece) {
  if (piece.blank.folding || piece.blank.cut_out) return folded_card_lines(job, piece);
  return CardText(job, piece).lines();
}

}  // namespace juggler
