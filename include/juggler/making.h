// How a part is made: how many, how its blank is laid and marked, what is cut in it. Lengths are millimetres.
#pragma once

#include "juggler/lettering.h"

namespace juggler {

/// How many are made, and how the blank is laid and marked.
struct Making {
  std::string name = {};    ///< for the marks and the outputs
  std::string number = {};  ///< marked on the blank
  int quantity = 1;         ///< 1 to 1000000
  Hand hand = Hand::as_drawn;
  Face face_up = Face::inside;        ///< inside or outside
  int elements = 4;                   ///< spaces of equal plan angle once round, 1 to 3600
  std::optional<double> within = {};  ///< mm: as many elements as keep the flats between them this near
  double fit = 0.02;                  ///< mm that fitted arcs may leave a rim that is no arc by, 1e-4 to 1
  bool marks = true;                  ///< element lines, number, face, arrow to the top
  Pressing bending = {};              ///< of arcs of panels, and of cones and cylinders
  std::vector<EdgeWork> edges = {};
  std::vector<Opening> openings = {};
  std::vector<Lettering> letterings = {};
};

/// How the bench card is worked out.
struct Bench {
  double round_to = 0.5;               ///< mm: what a card's lengths are rounded to
  std::optional<double> reach = {};    ///< mm: the longest trammel; past it arcs are given by offsets
  std::optional<double> spacing = {};  ///< mm between offsets; else a twelfth of the chord
};

/// The rolls a part is to be rolled on, mm.
struct Rolls {
  std::optional<double> width = {};         ///< of plate they take
  std::optional<double> least_radius = {};  ///< on the inside face
  std::optional<double> flat_end = {};      ///< length they leave flat at either edge
};

/// Refuses a sheet or making with a value out of range.
void check(const Sheet& sheet, const Seam& seam, const Making& making);

}  // namespace juggler
