// Differences that do not count. Each is a share: of the part's size where lengths are compared, of 1 where
// sines, radians or counts are. Reasons: docs/maths/tolerances.md.
#pragma once

namespace juggler::within {

/// What a handful of operations on doubles leaves of equal figures.
inline constexpr double rounding = 1e-12;
/// What the engine itself promises: places nearer than this are one place, directions one direction.
inline constexpr double same = 1e-9;
/// A curve that is this near to an arc or a line is one: a hundredth of the promise.
inline constexpr double exact = 1e-11;
/// Far enough from an edge, or from a corner, to tell which side of it a place lies on; far below any cut.
inline constexpr double beside = 1e-6;
/// Integrals, which many are added up of.
inline constexpr double quadrature = 1e-13;
/// The last coefficients of a series that has settled: rounding of its own terms.
inline constexpr double settled = 1e-14;
/// Steps of differences, and what they are taken beside: the square of such a step is within the promise.
inline constexpr double step = 1e-7;
/// The strain of a wall that opens flat, as far as a solver that settles on squares can tell.
inline constexpr double unstrained = 1e-8;
/// A thousandth: small beside a whole that is itself only looked at, never stated.
inline constexpr double little = 1e-3;
/// A digit of 1 that Newton's steps no longer move.
inline constexpr double digit = 1e-16;
/// Added to what is divided by, so that nought over nought is nought.
inline constexpr double nought = 1e-300;

}  // namespace juggler::within

/// Sizes that there are, mm: what is smaller is no size of a part, what is greater a mistake.
namespace juggler::limits {

inline constexpr double shortest = 1e-3;
inline constexpr double longest = 1e6;  // a kilometre
/// Sizes given twice may differ by this: what the last digit of a drawing in hundredths leaves, and a tenth.
inline constexpr double agree = 1e-3;
/// Finer fits cost arcs and no plate shows them.
inline constexpr double finest_fit = 1e-4;

}  // namespace juggler::limits
