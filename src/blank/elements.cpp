#include <algorithm>
#include <functional>

#include "opened.h"

namespace juggler {
namespace {

double positive_degrees(double radians) {
  const double d = std::fmod(Angle::radians(radians).degrees(), 360);
  const double positive = d < -within::same ? d + 360 : d;
  return positive < within::same || positive > 360 - within::same ? 0 : positive;
}

double widest_radius(const Form& f) {
  double widest = 0;
  for (const AskedCircle& c : f.asked) widest = std::max(widest, c.radius);
  return widest > 0 ? widest : f.size / 2;
}

bool alike(const Element& a, const Element& b, double near) {
  return std::abs(a.length - b.length) <= near && std::abs(a.from_base - b.from_base) <= near &&
         std::abs(a.from_top - b.from_top) <= near;
}

// The first turn-over i -> sum - i of a closed part's elements (or the one of an open piece) that leaves
// every length as it is.
void pair_mirrors(std::vector<Element>& elements, bool closed, double near) {
  const int spaces = static_cast<int>(elements.size()) - 1;
  const auto twin = [&](int i, int sum) { return closed ? ((sum - i) % spaces + spaces) % spaces : sum - i; };
  const auto fits = [&](int sum) {
    for (int i = 0; i <= spaces; ++i) {
      if (!alike(elements[static_cast<size_t>(i)], elements[static_cast<size_t>(twin(i, sum))], near))
        return false;
    }
    return true;
  };
  for (int sum = spaces; sum < (closed ? 2 * spaces : spaces + 1); ++sum) {
    if (!fits(sum)) continue;
    for (Element& e : elements) {
      const bool seam = closed && sum == spaces && (e.number == 0 || e.number == spaces);
      e.mirror = seam ? spaces - e.number : twin(e.number, sum);
    }
    return;
  }
}

// Where a value that rises along the wall, or stands still, has passed equal shares.
std::vector<double> at_equal_shares(const Form& f, int spaces, const std::function<double(double)>& value) {
  const double first = value(f.from());
  const double last = value(f.to());
  std::vector<double> us{f.from()};
  for (int i = 1; i < spaces; ++i) {
    const double wanted = first + (last - first) * i / spaces;
    const auto short_of = [&](double u) { return value(u) - wanted; };
    const bool passed = short_of(us.back()) >= 0 || short_of(f.to()) <= 0;
    us.push_back(passed ? us.back() : root(short_of, us.back(), f.to()));
  }
  us.push_back(f.to());
  return us;
}

// The neutral girth of both ends together, so that walls about a corner of either have their share; exact at
// the ends of many short stretches, and by these within.
std::function<double(double)> girth_so_far(const Opened& o) {
  std::vector<double> us{o.from()};
  std::vector<double> runs{0};
  for (const WallPiece& w : o.form.wall) {
    constexpr int parts = 6;
    const double from = std::max(w.from, o.from());
    const double to = std::min(w.to, o.to());
    for (int i = 1; i <= parts && from < to; ++i) {
      const double before = us.back();
      us.push_back(from + (to - from) * i / parts);
      runs.push_back(runs.back() + rim_length(o, EndName::base, before, us.back()) +
                     rim_length(o, EndName::top, before, us.back()));
    }
  }
  return [&o, us, runs](double u) {
    const auto after = std::upper_bound(us.begin(), us.end(), u);
    const auto i = static_cast<size_t>(std::max<std::ptrdiff_t>(after - us.begin() - 1, 0));
    return runs[i] + rim_length(o, EndName::base, us[i], u) + rim_length(o, EndName::top, us[i], u);
  };
}

// From seam ruling to seam ruling; of a strip where both its edges are, if there is such a place.
std::pair<double, double> element_range(const Form& f) {
  const auto [base_from, base_to] = rim_range(f, EndName::base);
  const auto [top_from, top_to] = rim_range(f, EndName::top);
  const double from = std::max(base_from, top_from);
  const double to = std::min(base_to, top_to);
  return from < to ? std::pair(from, to) : std::pair(f.from(), f.to());
}

// Equal plan angles on round bases, equal neutral girth otherwise.
std::vector<double> rulings_of_elements(const Opened& o, int spaces) {
  const Form& f = o.form;
  if (f.by_plan) {
    const auto [from, to] = element_range(f);
    std::vector<double> us;
    for (int i = 0; i <= spaces; ++i) us.push_back(i == spaces ? to : from + (to - from) * i / spaces);
    return us;
  }
  if (f.round_base) return at_equal_shares(f, spaces, [&](double u) { return plan_at(f, u).radians(); });
  return at_equal_shares(f, spaces, girth_so_far(o));
}

}  // namespace

int element_spaces(const Form& f, const Making& making) {
  const double turn = two_pi;
  double once_round = making.elements;
  if (making.within) {
    const double radius = widest_radius(f);
    const double half = std::acos(std::clamp(1 - *making.within / radius, 0.0, 1.0));
    once_round = std::clamp(std::ceil(pi / half - within::same), 3.0, 3600.0);
  }
  if (f.open) return std::max(1, static_cast<int>(once_round));
  return std::max(1, static_cast<int>(std::lround(once_round * (f.to() - f.from()) / turn)));
}

std::vector<Element> elements_of(const Opened& o, const Placing& placing, int spaces) {
  const Form& f = o.form;
  const std::vector<double> us = rulings_of_elements(o, spaces);
  std::vector<Element> elements;
  for (int i = 0; i <= spaces; ++i) {
    const double u = us[static_cast<size_t>(i)];
    Element e;
    e.number = i;
    e.plan = Angle::degrees(positive_degrees(plan_at(f, u).radians()));
    e.length = f.top(u).s - f.base(u).s;
    e.from_base = f.top(u).s - f.whole_rim(EndName::base)(u).s;
    e.from_top = f.whole_rim(EndName::top)(u).s - f.base(u).s;
    e.base = placed(rim_point(o, EndName::base, u), placing);
    e.top = placed(rim_point(o, EndName::top, u), placing);
    e.base_bevel = bevel_at(f, EndName::base, u);
    e.top_bevel = bevel_at(f, EndName::top, u);
    if (i == 0 && f.ends) {  // from the corners
      const auto run = [&](EndName end) {
        const double corner = rim_range(f, end).first;
        return corner <= u ? rim_length(o, end, corner, u) : -rim_length(o, end, u, corner);
      };
      e.base_run = run(EndName::base);
      e.top_run = run(EndName::top);
    }
    if (i > 0) {
      const double before = us[static_cast<size_t>(i) - 1];
      e.base_run = elements.back().base_run + rim_length(o, EndName::base, before, u);
      e.top_run = elements.back().top_run + rim_length(o, EndName::top, before, u);
    }
    elements.push_back(e);
  }
  pair_mirrors(elements, f.goes_round(), within::same * f.size);
  return elements;
}

}  // namespace juggler
