// Forms of openings as closed outlines of arcs. Equation numbers: docs/maths/openings.md.
#include <algorithm>
#include <stdexcept>

#include "opening_forms.h"
#include "profile.h"

namespace juggler {
namespace {

// A bow that is no arc of a circle, over a range of its normals; where it is concave they fall.
FittedArcs fitted_bow(const Bow& bow, double from, double to, double fit) {
  const double sense = from < to ? 1 : -1;
  return fit_arcs({sense * from, sense * to, [&](double n) { return bow.at(sense * n); },
                   [&](double n) { return Angle::radians(sense * n + pi / 2); }},
                  fit);
}

void add_bow(FormOutlines& f, Outline& outline, const Bow& bow, double fit) {
  if (bow.corner() || bow.from == bow.to) return;
  if (!bow.bezier && bow.a == bow.b) {
    const double turn = bow.to - bow.from;
    const Arc whole{bow.at(bow.from), Angle::radians(bow.from + pi / 2), std::abs(bow.a * turn),
                    Angle::radians(turn)};
    for (const Arc& part : split(whole, Angle::radians(pi))) outline.push_back(part);
    return;
  }
  const int quarters = static_cast<int>(std::ceil(std::abs(bow.to - bow.from) / (pi / 2) - within::same));
  for (int i = 0; i < quarters; ++i) {
    const auto at = [&](int k) { return bow.from + (bow.to - bow.from) * k / quarters; };
    const FittedArcs fitted = fitted_bow(bow, at(i), at(i + 1), fit);
    outline.insert(outline.end(), fitted.arcs.begin(), fitted.arcs.end());
    f.fit_error = std::max(f.fit_error, fitted.error);
  }
}

Outline outline_of(FormOutlines& f, const Profile& profile, const std::string& key, double fit) {
  if (profile.open) refuse(key + ".open", "is an open line, which encloses no opening");
  const ProfileCurve curve = profile_curve(profile, key);
  Outline outline;
  double far = 0;
  for (size_t i = 0; i < curve.bows.size(); ++i) far = std::max(far, norm(curve.start(i)));
  for (size_t i = 0; i < curve.bows.size(); ++i) {
    add_bow(f, outline, curve.bows[i], fit);
    const Vec2 from = curve.end(i);
    const Vec2 to = curve.start(curve.next(i));
    if (norm(to - from) > within::same * far) outline.push_back(line(from, to));
  }
  return outline;
}

// (2): about the place, its middle up.
Outline outline_of(const RingSegment& r) {
  const double out = r.outer / 2;
  const double in = r.inner / 2;
  const double from = pi / 2 - r.span.radians() / 2;
  const double to = pi / 2 + r.span.radians() / 2;
  const auto arc = [](double radius, double a, double b) {
    return Arc{radius * direction(a), Angle::radians(b > a ? a + pi / 2 : a - pi / 2),
               radius * std::abs(b - a), Angle::radians(b - a)};
  };
  Outline outline{arc(out, from, to)};
  const double end = (out - in) / 2;
  const auto half = [&](Vec2 at, double heading) {
    return Arc{at, Angle::radians(heading), pi * end, Angle::radians(pi)};
  };
  outline.push_back(r.round_ends ? half(out * direction(to), to + pi / 2)
                                 : line(out * direction(to), in * direction(to)));
  if (in > 0) outline.push_back(arc(in, to, from));
  outline.push_back(r.round_ends ? half(in * direction(from), from - pi / 2)
                                 : line(in * direction(from), out * direction(from)));
  return outline;
}

bool ring_meets_itself(const RingSegment& r) {
  if (!r.round_ends) return false;
  const double out = r.outer / 2;
  const double in = r.inner / 2;
  const double gap = pi - r.span.radians() / 2;  // half of what is left of the turn
  return gap < pi / 2 && (out + in) / 2 * std::sin(gap) <= (out - in) / 2;
}

Outlines loops(FormOutlines& f, const OpeningForm& form, double fit);

// Parts that lie apart stay loops of their own; metal that would be left within them is refused.
Outlines together(FormOutlines& f, const OpeningForm& form, double fit) {
  Outlines all;
  for (const OpeningForm& one : form.together) {
    for (Outline& o : loops(f, one, fit)) all.push_back(std::move(o));
  }
  Outlines whole;
  try {
    whole = merged(all);
  } catch (const std::domain_error&) {
    refuse(form.key, "has forms that touch so nearly that it is left open whether they cross", {}, {},
           "shift one of them by a hundredth of a millimetre");
  }
  for (const Outline& o : whole) {
    if (signed_area(o) < 0) {
      const Rectangle box = upright_box(o);
      refuse(form.key, "encloses a piece of metal that would fall out",
             "of " + shown_mm(box.width, 3) + " by " + shown_mm(box.height, 3), {},
             "leave a way between it and the wall");
    }
  }
  return whole;
}

Outlines loops(FormOutlines& f, const OpeningForm& form, double fit) {
  Outlines all;
  if (form.ring) {
    if (ring_meets_itself(*form.ring))
      refuse(form.key + ".span", "makes its round ends meet", shown_degrees(form.ring->span), {},
             "make it less, or the ends straight");
    all = {outline_of(*form.ring)};
  } else if (!form.together.empty()) {
    all = together(f, form, fit);
  } else {
    all = {outline_of(f, form.profile, form.key, fit)};
  }
  for (Outline& o : all) o = placed(o, {false, {}, form.shift});
  return all;
}

Phrase in_words(const Profile& p) {
  const auto mm = [](const std::optional<double>& v) { return shown_mm(v.value_or(0)); };
  const std::string kind = p.kind == ProfileKind::outline ? "drawn outline" : name_of(p.kind);
  switch (p.kind) {
    case ProfileKind::circle:
      return kind + " " + mm(p.diameter);
    case ProfileKind::obround: {
      const double w = p.width.value_or(p.between_centres.value_or(0) + p.length.value_or(0));
      const double l = p.length.value_or(p.between_centres.value_or(0) + p.width.value_or(0));
      return kind + " " + bare_mm(w) + " x " + shown_mm(l) + ", between centres " + shown_mm(std::abs(w - l));
    }
    case ProfileKind::rectangle:
    case ProfileKind::ellipse:
      return kind + " " + bare_mm(p.width.value_or(0)) + " x " + mm(p.length) +
             (p.corner_radius > 0 ? ", corners " + shown_mm(p.corner_radius) : Phrase());
    case ProfileKind::polygon:
      return kind + " of " + std::to_string(p.sides) + ", " +
             (p.across_flats ? mm(p.across_flats) + " across flats"
                             : mm(p.across_corners) + " across corners");
    case ProfileKind::polyline:
      return kind + " of " + std::to_string(p.points.size()) + " points";
    case ProfileKind::outline:
      break;
  }
  return kind;
}

}  // namespace

FormOutlines outlines_of(const OpeningForm& form, Angle turn, double fit) {
  FormOutlines f;
  f.loops = loops(f, form, fit);
  for (Outline& o : f.loops) o = placed(o, {false, turn, {}});
  return f;
}

Phrase in_words(const OpeningForm& form) {
  if (form.ring) {
    const RingSegment& r = *form.ring;
    return "ring segment " + bare_mm(r.inner) + " to " + shown_mm(r.outer) + ", " + shown_degrees(r.span);
  }
  if (form.together.empty()) return in_words(form.profile);
  Phrase words;
  for (const OpeningForm& one : form.together) {
    words += Phrase(words.empty() ? "" : " and ") + in_words(one);
    if (!(one.shift == Vec2{})) words += " at " + bare_mm(one.shift.x) + ", " + shown_mm(one.shift.y);
    if (one.together.empty() && one.profile.turn.radians() != 0)
      words += " turned " + shown_degrees(one.profile.turn.degrees());
  }
  return words;
}

}  // namespace juggler
