// Openings that run over edges, seams, pieces and laps: what is taken off the blanks against what lies within
// the form on the formed part, in closed form.
#include "draw.h"
#include "juggler/develop.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

// A cone or cylinder on its neutral layer, between level ends; the middle of the sheet is its size face.
struct Shell {
  double base = 0, top = 0, height = 0;  // radii
  [[nodiscard]] double slant() const { return std::hypot(height, base - top); }
  [[nodiscard]] double sine() const { return (base - top) / slant(); }
  [[nodiscard]] double radius(double s) const { return base - sine() * s; }
  [[nodiscard]] double rise(double s) const { return s * height / slant(); }
  // On the flat, seen from outside, from the place at plan angle 0 and so far along its ruling: x to the
  // right, y up.
  [[nodiscard]] Vec2 flat(double plan, double s, double about) const {
    if (sine() == 0) return {base * plan, s - about};
    const double swing = std::abs(radius(s) / sine());
    const double turn = plan * std::abs(sine());
    const double own = std::abs(radius(about) / sine());
    const double up = sine() > 0 ? own - swing * std::cos(turn) : swing * std::cos(turn) - own;
    return {swing * std::sin(turn), up};
  }
};

struct Seams {
  double first = 0;  // plan angle
  int pieces = 1;
  double gap = 0, lap = 0;
};

// How many layers of sheet lie at a place: none in a gap, two under a lap.
int layers(const Shell& shell, const Seams& seams, double plan, double s) {
  const double part = 2 * pi / seams.pieces;
  const double from_seam = plan - seams.first - part * std::floor((plan - seams.first) / part);
  if (seams.gap > 0) {
    for (const double turn : {from_seam, part - from_seam}) {
      if (turn * std::abs(shell.sine()) < pi / 2 && std::abs(shell.flat(turn, s, s).x) < seams.gap / 2)
        return 0;
    }
  }
  return seams.lap > 0 && from_seam * shell.base < seams.lap ? 2 : 1;
}

struct Form2d {
  Profile profile = {};
  double turn = 0;
  // How far outside it a point lies: convex, below 0 within.
  [[nodiscard]] double outside(Vec2 q) const {
    const Vec2 p{std::cos(turn) * q.x + std::sin(turn) * q.y, std::cos(turn) * q.y - std::sin(turn) * q.x};
    if (profile.kind == ProfileKind::circle) return norm(p) - *profile.diameter / 2;
    if (profile.kind == ProfileKind::rectangle)
      return std::max(std::abs(p.x) - *profile.width / 2, std::abs(p.y) - *profile.length / 2);
    double most = -HUGE_VAL;
    for (size_t i = 0; i < profile.points.size(); ++i) {
      const Vec2 a = profile.points[i], b = profile.points[(i + 1) % profile.points.size()];
      most = std::max(most, cross(p - a, b - a) / norm(b - a));
    }
    return most;
  }
};

struct Place {
  double plan = 0, height = 0;
};

// What lies within, counted by layers of sheet, on the neutral layer.
class Within {
 public:
  Within(const Shell& shell, const Seams& seams, const Place& at, bool laid, const Form2d& form)
      : shell_(shell),
        seams_(seams),
        at_(at),
        laid_(laid),
        form_(form),
        about_(at.height * shell.slant() / shell.height) {}

  // By midpoints across plan angles between the places where something begins or ends.
  [[nodiscard]] double area() const {
    const double far = laid_ ? pi : pi / 2;
    std::vector<double> breaks{at_.plan - extent(-far), at_.plan + extent(far)};
    const double first = breaks[0], last = breaks[1];
    for (int k = -2 * seams_.pieces; k <= 2 * seams_.pieces; ++k) {
      const double seam = seams_.first + 2 * pi * k / seams_.pieces;
      for (const double off : {-seams_.gap / 2, 0.0, seams_.gap / 2, seams_.lap}) {
        const double plan = seam + off / shell_.base;
        if (plan > first && plan < last) breaks.push_back(plan);
      }
    }
    std::sort(breaks.begin(), breaks.end());
    double sum = 0;
    const int steps = form_.profile.kind == ProfileKind::circle && seams_.gap == 0 ? 500 : 2500;
    for (size_t i = 0; i + 1 < breaks.size(); ++i) {
      const double wide = (breaks[i + 1] - breaks[i]) / steps;
      for (int k = 0; k < steps; ++k) sum += wide * along(breaks[i] + (k + 0.5) * wide, true);
    }
    return sum;
  }

 private:
  [[nodiscard]] double outside(double plan, double s) const {
    const double turn = plan - at_.plan;
    if (laid_) return form_.outside(shell_.flat(turn, s, about_));
    return form_.outside({shell_.radius(s) * std::sin(turn), shell_.rise(s) - at_.height});
  }
  // Along a ruling, weighted by its distance from the axis; where it begins and ends, and where the count
  // changes, is closed in on.
  [[nodiscard]] double along(double plan, bool counted) const {
    const auto f = [&](double s) { return outside(plan, s); };
    double low = 0, high = shell_.slant();
    for (int k = 0; k < 90; ++k) {
      const double a = low + (high - low) / 3, b = high - (high - low) / 3;
      (f(a) < f(b) ? high : low) = f(a) < f(b) ? b : a;
    }
    const double middle = (low + high) / 2;
    if (f(middle) >= 0) return 0;
    const auto end = [&](double in, double out) {
      if (f(out) < 0) return out;
      for (int k = 0; k < 45; ++k) (f((in + out) / 2) < 0 ? in : out) = (in + out) / 2;
      return in;
    };
    const double from = end(middle, 0), to = end(middle, shell_.slant());
    const auto moment = [&](double s) { return shell_.base * s - shell_.sine() * s * s / 2; };
    if (!counted) return moment(to) - moment(from);
    const auto count = [&](double s) { return layers(shell_, seams_, plan, s); };
    const int looks = seams_.gap > 0 ? 48 : 4;
    double sum = 0, a = from;
    int here = count(a);
    for (int i = 1; i <= looks; ++i) {
      const double b = from + (to - from) * i / looks;
      const int there = count(b);
      double in = a, out = b;
      for (int k = 0; k < 40 && here != there; ++k)
        (count((in + out) / 2) == here ? in : out) = (in + out) / 2;
      sum += here * (moment(in) - moment(a)) + there * (moment(b) - moment(in));
      a = b;
      here = there;
    }
    return sum;
  }
  // How far it reaches to one side: forms are convex.
  [[nodiscard]] double extent(double far) const {
    double in = 0, out = far;
    for (int k = 0; k < 50; ++k) (along(at_.plan + (in + out) / 2, false) > 0 ? in : out) = (in + out) / 2;
    return std::abs(in);
  }

  const Shell& shell_;
  const Seams& seams_;
  Place at_;
  bool laid_;
  const Form2d& form_;
  double about_;
};

struct Drawn {
  Shell shell;
  Seams seams;
  Place at;
  Form2d form;
  OpeningHow how = OpeningHow::laid;
};

Drawn drawn(Random& random) {
  Drawn d;
  d.how = std::array{OpeningHow::laid, OpeningHow::bored,
                     OpeningHow::fitted}[static_cast<size_t>(random.pick(3))];
  d.shell = {random.between(200, 450), 0, random.between(300, 900)};
  d.shell.top = random.one_in(2) ? d.shell.base : random.between(200, 450);
  d.seams.first = random.between(0, 2 * pi);
  d.seams.pieces = 1 + random.pick(3);
  const bool round = d.shell.top == d.shell.base;
  if (random.one_in(3)) d.seams.gap = random.between(0.5, 12);
  if (d.seams.gap == 0 && round && random.one_in(2)) d.seams.lap = random.between(15, 60);
  // About an edge, a seam, both, or anywhere.
  const double wide = random.between(30, 160);
  d.at.plan = random.one_in(3) ? random.between(0, 2 * pi)
                               : d.seams.first + 2 * pi * random.pick(d.seams.pieces) / d.seams.pieces +
                                     random.between(-0.6, 0.6) * wide / d.shell.base;
  d.at.height = random.one_in(2)
                    ? random.between(0.02, 0.98) * d.shell.height
                    : std::abs((random.one_in(2) ? d.shell.height : 0) - random.between(0.05, 0.45) * wide);
  d.form.turn = d.how == OpeningHow::fitted ? 0 : random.plan().radians();
  if (d.how == OpeningHow::fitted || random.one_in(3)) {
    d.form.profile = {.kind = ProfileKind::circle, .diameter = wide};
  } else if (random.one_in(2)) {
    d.form.profile = {.kind = ProfileKind::rectangle, .width = wide, .length = wide * random.between(0.4, 1)};
  } else {  // about its middle
    const double a = wide / 3;
    d.form.profile = {.kind = ProfileKind::polyline, .points = {{-2 * a, -a}, {a, -a}, {a, 2 * a}}};
  }
  return d;
}

std::vector<Part> parts_of(const Drawn& d, bool cut) {
  Part p;
  p.key = p.name = "shell";
  p.sheet = sheet_of(2, Face::middle);
  if (d.shell.top == d.shell.base) {
    p.asked = Cylinder{.size = Diameter::mm(2 * d.shell.base), .height = d.shell.height};
  } else {
    p.asked = Cone{.base = Diameter::mm(2 * d.shell.base),
                   .top = Diameter::mm(2 * d.shell.top),
                   .height = d.shell.height};
  }
  p.seam.at = Angle::radians(d.seams.first);
  p.seam.pieces = d.seams.pieces;
  if (d.seams.gap > 0) p.seam.gap = d.seams.gap;
  if (d.seams.lap > 0) p.seam.lap = d.seams.lap;
  p.making.fit = 0.005;
  p.making.marks = false;
  if (!cut) return {p};
  Opening o;
  o.name = "cut";
  o.key = "opening.1";
  o.how = d.how;
  o.turn = Angle::radians(d.form.turn);
  if (d.how != OpeningHow::laid) o.bore.contact = Contact::neutral;
  if (d.how != OpeningHow::fitted) {
    o.form.profile = d.form.profile;
    o.at.angle = Angle::radians(d.at.plan);
    o.at.height = d.at.height;
    p.making.openings = {o};
    return {p};
  }
  o.fitted = FittedBody{"branch", Face::outside, 0, {}};
  p.making.openings = {o};
  Part branch;
  branch.key = branch.name = "branch";
  branch.sheet = sheet_of(1, Face::outside);
  branch.asked = Cylinder{.size = Diameter::mm(*d.form.profile.diameter), .height = 1000};
  branch.place = PartPlace{.on = "shell", .height = d.at.height, .angle = Angle::radians(d.at.plan)};
  return {p, branch};
}

struct Sheets {
  double area = 0, around = 0, fit = 0;
  int notches = 0;
};
Sheets sheets_of(const Drawn& d, bool cut) {
  Sheets sum;
  for (const PieceResult& p : develop(introduced(parts_of(d, cut)).front())) {
    EXPECT_TRUE(p.proof.passed);
    sum.area += p.blank.count * area(p.blank);
    sum.notches += static_cast<int>(p.blank.notches.size());
    for (const auto* all : {&p.blank.openings, &p.blank.notches}) {
      for (const BlankOpening& o : *all) sum.around += p.blank.count * length_of(o.outline);
    }
    for (const OpeningGroup& g : p.blank.groups) sum.fit = std::max(sum.fit, g.fit_error);
  }
  return sum;
}

TEST(RandomNotches, TakeWhatLiesWithinTheFormNothingTwiceNothingLost) {
  Random random(20261203);
  int made = 0, over = 0;
  for (int i = 0; i < draws(500); ++i) {
    const Drawn d = drawn(random);
    SCOPED_TRACE("place " + std::to_string(i));
    try {
      const Sheets with = sheets_of(d, true);
      const Sheets without = sheets_of(d, false);
      const double asked = Within(d.shell, d.seams, d.at, d.how == OpeningHow::laid, d.form).area();
      // The midpoints leave 1e-4 of it.
      EXPECT_NEAR(without.area - with.area, asked, with.fit * with.around + 1e-4 * asked)
          << name_of(d.how) << " " << d.seams.gap << " " << d.seams.lap << " " << d.seams.pieces;
      ++made;
      over += with.notches > 0 ? 1 : 0;
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty()) << r.what();
    }
  }
  expect_made(made, 450, 500, draws(500));
  expect_made(over, 300, 500, draws(500));
}

}  // namespace
}  // namespace juggler::testing
