// Parts that meet, formed again. Private to the proof. Equation numbers: docs/maths/meeting.md.
#pragma once

#include "formed_openings.h"
#include "meet/neighbour.h"

namespace juggler {

/// One blank of a part, formed again where it stands in the part's frame.
class FormedBlank {
 public:
  /// u  where its first ruling comes to lie: of a blank that stands for several pieces one for each
  FormedBlank(const Blank& blank, const Form& once_round, double u);
  [[nodiscard]] std::optional<FormedAt> at(Vec2 flat) const { return wall_.at(flat); }
  /// As lines and points meet it, its ends as far beyond as is asked.
  [[nodiscard]] Chart chart(double before_base, double beyond_top) const;

 private:
  std::shared_ptr<const std::vector<FlatPanel>> panels_;
  FormedWall wall_;
  double inside_, outside_;
};
/// All pieces that a blank of a part stands for.
[[nodiscard]] std::vector<FormedBlank> formed_blanks(const Blank& blank, const Form& once_round,
                                                     const Seam& seam);

/// The least of a figure of the layers from one to another; one between them may have it.
[[nodiscard]] double least_of_layers(const std::function<double(double)>& figure, double inside,
                                     double outside);
/// How far a place of an edge misses what its contact asks: `off` is how far a layer lies before a face.
[[nodiscard]] double off_contact(const std::function<double(double)>& off, Contact contact, double inside,
                                 double outside);

}  // namespace juggler
