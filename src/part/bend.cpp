#include <algorithm>
#include <array>

#include "bounds.h"
#include "juggler/shapes.h"

namespace juggler {
namespace {

double checked_factor(double factor, const char* key, const Phrase& of) {
  if (factor >= 0 && factor <= 1) return factor;
  throw Refusal({.reason = "gives a neutral layer that does not lie in the sheet",
                 .key = key,
                 .found = of + ", a factor of " + shown(factor),
                 .allowed = "a factor of 0 to 1",
                 .advice = "measure again, or see that legs are measured outside, to the meeting point"});
}

// (3): what the test piece's bend took of the flat, and the factor that this makes.
double factor_of(const TestPiece& test, double sheet_thickness, const std::optional<double>& usual_radius) {
  const double t = test.thickness.value_or(sheet_thickness);
  check_range("bend.test.thickness", t, shortest, 500, "mm");
  const double r = test.radius.value_or(usual_radius.value_or(0));
  check_range("bend.test.radius", r, 0, longest, "mm");
  check_range("bend.test.angle", test.angle.degrees(), 1, 170, "degrees");
  for (const auto& [key, value] : {std::pair{"bend.test.flat", test.flat},
                                   {"bend.test.leg_a", test.leg_a},
                                   {"bend.test.leg_b", test.leg_b}}) {
    check_range(key, value, shortest, longest, "mm");
  }
  const double angle = test.angle.radians();
  const double allowance = test.flat - test.leg_a - test.leg_b + 2 * (r + t) * std::tan(angle / 2);
  return checked_factor((allowance / angle - r) / t, "bend.test",
                        "a bend of " + shown_degrees(test.angle) + " that took " + shown_mm(allowance));
}

struct At {
  double place = 0;
  double factor = 0;
};

// The line between the two neighbours of a place, or nothing outside them.
std::optional<double> between(std::vector<At> rows, double place, double near) {
  std::sort(rows.begin(), rows.end(), [](const At& a, const At& b) { return a.place < b.place; });
  for (size_t i = 0; i < rows.size(); ++i) {
    if (std::abs(rows[i].place - place) <= near) return rows[i].factor;
    if (i == 0 || rows[i].place < place || rows[i - 1].place > place) continue;
    const double part = (place - rows[i - 1].place) / (rows[i].place - rows[i - 1].place);
    return rows[i - 1].factor + part * (rows[i].factor - rows[i - 1].factor);
  }
  return std::nullopt;
}

// (4): over the angle within every radius, then over the radius.
std::optional<double> looked_up(const std::vector<BendRow>& table, double t, double radius, double degrees) {
  constexpr double near = 1e-6;
  std::vector<At> by_radius;
  for (const BendRow& row : table) {
    if (std::abs(row.thickness - t) > near) continue;
    const auto same = [&](const At& a) { return std::abs(a.place - row.radius) <= near; };
    if (std::any_of(by_radius.begin(), by_radius.end(), same)) continue;
    std::vector<At> by_angle;
    for (const BendRow& other : table) {
      if (std::abs(other.thickness - t) <= near && std::abs(other.radius - row.radius) <= near)
        by_angle.push_back({other.angle.degrees(), other.neutral_factor});
    }
    if (const auto factor = between(by_angle, degrees, near)) by_radius.push_back({row.radius, *factor});
  }
  return between(by_radius, radius, near);
}

[[noreturn]] void refuse_table(const std::vector<BendRow>& table, double t, double radius, Angle angle) {
  std::string rows;
  for (const BendRow& row : table) {
    if (rows.size() > 120) break;
    rows += (rows.empty() ? "" : "; ") + shown(row.thickness) + ", " + shown(row.radius) + ", " +
            shown(row.angle.degrees());
  }
  throw Refusal({.reason = "the bend table has no rows about this bend",
                 .key = "bend.table",
                 .found = "thickness " + shown_mm(t) + ", radius " + shown_mm(radius) + ", turned " +
                          shown_degrees(angle),
                 .allowed = "between its rows (thickness, radius, angle): " + rows,
                 .advice = "add rows on both sides of it, or give bend.neutral"});
}

}  // namespace

double neutral_factor(const Bend& bend, double thickness, double radius, Angle angle) {
  const int given = (bend.neutral_factor ? 1 : 0) + (bend.table.empty() ? 0 : 1) + (bend.test ? 1 : 0);
  if (given > 1) {
    throw Refusal({.reason = "is given in more than one way",
                   .key = bend.neutral_factor ? "bend.neutral" : "bend.table",
                   .advice = "keep one of bend.neutral, bend.table and bend.test"});
  }
  if (thickness == 0) return 0;
  if (given == 0) {
    throw Refusal({.reason = "is missing: nothing says what length a bend takes",
                   .key = "bend.neutral",
                   .allowed = "0 to 1, counted from the concave face (often 0.33 to 0.5)",
                   .advice = "give bend.neutral, a bend.table, or the sizes of a test piece in bend.test"});
  }
  if (bend.neutral_factor) {
    check_range("bend.neutral", *bend.neutral_factor, 0, 1, "of the thickness");
    return *bend.neutral_factor;
  }
  if (bend.test) return factor_of(*bend.test, thickness, bend.radius);
  const auto factor = looked_up(bend.table, thickness, radius, angle.degrees());
  if (!factor) refuse_table(bend.table, thickness, radius, angle);
  return checked_factor(*factor, "bend.table", "a row about this bend");
}

const char* name_of(PanelFace face) {
  constexpr std::array names{"concave_side", "middle", "convex_side", "left", "right"};
  return names[static_cast<size_t>(face)];
}

const char* name_of(HipJoint joint) { return joint == HipJoint::lapped ? "lapped" : "inside_touch"; }

const char* name_of(Relief relief) {
  constexpr std::array names{"round", "slot", "closed"};
  return names[static_cast<size_t>(relief)];
}

const char* name_of_eighth(int eighth) {
  constexpr std::array names{"+x", "+x+y", "+y", "-x+y", "-x", "-x-y", "-y", "+x-y"};
  return names[static_cast<size_t>(((eighth % 8) + 8) % 8)];
}

}  // namespace juggler
