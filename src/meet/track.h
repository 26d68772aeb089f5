// The wall followed along lines, from chart to chart. Internal. Equation numbers: docs/maths/openings.md.
#pragma once

#include <map>

#include "boring.h"

namespace juggler {

constexpr int looks_along = 32;  // along each stretch of lines

[[noreturn]] void refuse_bore(const Named& named, const Phrase& reason, const Phrase& found,
                              const Phrase& advice);
[[nodiscard]] Phrase place_of(const SpaceLine& line);

/// How the flats of other pieces, or the same one come round once more, join that on which an outline began:
/// one move for each time that a seam is passed.
struct Attached {
  std::vector<Placing> moves{{}};
};

/// A line met on a chart, and by which of the moves the chart's flat joins the first one's.
struct TrackHit {
  LineHit hit = {};
  size_t move = 0;
};
/// A part of a track on one chart.
struct TrackPart {
  double from = 0;
  double to = 0;
  size_t chart = 0;
  size_t move = 0;
};

/// The wall along one stretch of lines.
class Track {
 public:
  /// Errors  Refusal where a line misses the wall.
  Track(const PartWall& wall, const LineStretch& lines, const TrackHit& first, Attached& attached,
        const Named& named);

  [[nodiscard]] const TrackHit& last() const { return middle_.back().at; }
  [[nodiscard]] const LineStretch& lines() const { return lines_; }
  [[nodiscard]] double length() const { return lines_.length; }
  /// By how much the farther face is longer than the neutral layer, and what is off on that with it.
  [[nodiscard]] double drawn_out() const;
  /// The least sine of the angle at which the lines meet the wall.
  [[nodiscard]] double flattest() const { return flattest_; }

  /// Where a layer (WallLayer::share) is met.
  [[nodiscard]] TrackHit hit(double s, double layer) const;
  /// The same on the chart of a part, as far as it reaches and beyond.
  [[nodiscard]] TrackHit hit_on(double s, double layer, const TrackPart& part) const;
  /// On which charts a layer is met, one after the other.
  [[nodiscard]] const std::vector<TrackPart>& parts(double layer) const;
  /// On the flat on which the outline began.
  [[nodiscard]] Vec2 on_flat(const TrackHit& at) const;
  [[nodiscard]] Angle on_flat_way(const TrackHit& at, Angle heading) const;

 private:
  using Where = std::pair<size_t, size_t>;  // chart, move
  struct Look {
    double s = 0;
    TrackHit at = {};
  };
  [[nodiscard]] std::vector<Look> followed(const TrackHit& first, double layer) const;
  void look_on_to(std::vector<Look>& looks, double s, double layer, int halvings) const;
  [[nodiscard]] bool near_an_end(const TrackHit& a, const TrackHit& b) const;
  [[nodiscard]] bool near_an_end(const Look& look) const;
  [[nodiscard]] bool may_pass(const Chart& c) const;
  [[nodiscard]] double layer_known(double layer) const;
  [[nodiscard]] const std::vector<Look>& looks(double layer) const;
  [[nodiscard]] TrackHit first_on(double layer) const;
  // The look before a place.
  [[nodiscard]] static size_t look_before(const std::vector<Look>& looks, double s);
  [[nodiscard]] double steepness(const LineHit& h, Vec3 way) const;
  [[nodiscard]] TrackHit next(const TrackHit& before, const SpaceLine& line, double step, double layer) const;
  [[nodiscard]] LineHit passing(const TrackPart& part, const SpaceLine& line, double from, double to,
                                double layer) const;
  void refuse_bends(const LineHit& from, const LineHit& to, const SpaceLine& line, double layer) const;
  [[nodiscard]] std::optional<Placing> passes(const LineHit& from, const LineHit& to) const;
  [[nodiscard]] size_t move_by(size_t before, const Placing& move) const;
  [[nodiscard]] const TrackPart& part_at(double s, double layer) const;
  [[nodiscard]] std::optional<TrackHit> passed_to(const TrackHit& before, const SpaceLine& line, double along,
                                                  double most, double layer) const;
  [[nodiscard]] std::optional<TrackHit> searched(double s, double layer) const;
  [[nodiscard]] Where where_at(double s, double layer) const;
  void add_parts(std::vector<TrackPart>& parts, double layer) const;

  const PartWall& wall_;
  const LineStretch& lines_;
  Attached& attached_;
  const Named& named_;
  std::vector<Look> middle_;
  double flattest_ = 1;
  bool on_one_ = true;                                 // chart
  mutable std::map<double, std::vector<Look>> looks_;  // of other layers, where they pass from chart to chart
  mutable std::map<double, std::vector<TrackPart>> parts_;
};

}  // namespace juggler
