// Rows of openings, their twins and checks.
#pragma once

#include "juggler/part.h"

namespace juggler {

/// The opening of the part as made: of the mirrored twin mirrored, but for places on the flat.
[[nodiscard]] Opening as_made(Opening opening, Hand hand);

/// The same place of the twin.
void mirror(OpeningPlace& at);

/// A member of a pattern, by how far it lies from the place.
struct Member {
  int row = 1;  ///< counted from 1, those left out too
  int number = 1;
  Angle turned = {};   ///< about the axis, or
  double girth = 0;    ///< along the level line
  double further = 0;  ///< along the axis, or the ruling
};

/// A pattern worked out: by angles, or by lengths.
struct Pattern {
  std::vector<Member> members = {};
  bool by_angle = true;
  int in_row = 1;          ///< those left out too
  Angle pitch = {};        ///< by angle
  double girth_pitch = 0;  ///< by length
};

/// The members of an opening's repeat. The girth is that of the neutral layer's level line once round at the
/// place, 0 where there is none.
///
/// Errors  Refusal for counts, spans and pitches that are missing, contradict each other or are out of range,
///         and for more than 200000 members.
[[nodiscard]] Pattern pattern_of(const Opening& opening, double girth);

/// Refuses what is missing, contradictory or out of range, as far as the opening says itself.
void check(const Opening& opening);
void check_place(const OpeningPlace& at, const std::string& key);

/// The lettering of the part as made: of the mirrored twin its place is, its letters are not.
[[nodiscard]] Lettering as_made(Lettering lettering, Hand hand);
/// Refuses what is missing, contradictory or out of range, as far as the lettering says itself.
void check(const Lettering& lettering);

}  // namespace juggler
