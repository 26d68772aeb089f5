// The formed part in parallel projections: from the front, from above, and pictorial, the seam to the front.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "views.h"

namespace juggler {
namespace {

constexpr double lift = 24.0 / 180 * std::numbers::pi;  // how far above the horizon the pictorial eye stands
constexpr int looks = 144;
constexpr double two_pi = 2 * std::numbers::pi;

// Which directions of space lie to the right and upwards on the page.
struct Projection {
  Vec3 right, up;
  [[nodiscard]] Vec3 towards_eye() const { return cross(right, up); }
  [[nodiscard]] Vec2 operator()(Vec3 p) const { return {dot(p, right), -dot(p, up)}; }
};

constexpr Projection front{{1, 0, 0}, {0, 0, 1}};
constexpr Projection above{{1, 0, 0}, {0, 1, 0}};

Projection pictorial(const Form& form) {
  const double eye = form.from() + 0.6;
  return {{-std::sin(eye), std::cos(eye), 0},
          {-std::cos(eye) * std::sin(lift), -std::sin(eye) * std::sin(lift), std::cos(lift)}};
}

double u_at(const Form& form, double i) {
  return form.from() + std::min(two_pi * i / looks, form.to() - form.from());
}

// What a projection of the part takes, mm, y downwards.
PageBox bounds(const Form& form, const Projection& projection) {
  PageBox b{1e300, 1e300, -1e300, -1e300};
  for (int i = 0; i <= looks; ++i) {
    for (const EndName end : {EndName::base, EndName::top}) {
      const Vec2 p = projection(edge_point(form, end, form.neutral, u_at(form, i)));
      b = {std::min(b.left, p.x), std::min(b.top, p.y), std::max(b.right, p.x), std::max(b.bottom, p.y)};
    }
  }
  return b;
}

// A ruling on the page, with how near its ends are to the eye.
struct Seen {
  Vec2 base, top;
  double base_near = 0, top_near = 0;
};

bool runs_along(Vec2 p, const PageLine& line) {
  constexpr double near = 0.1;  // mm of paper
  for (size_t i = 0; i + 1 < line.points.size(); ++i) {
    const Vec2 a = line.points[i];
    const Vec2 along = line.points[i + 1] - a;
    const double length2 = dot(along, along);
    const double t = length2 == 0 ? 0 : std::clamp(dot(p - a, along) / length2, 0.0, 1.0);
    if (norm(p - a - t * along) < near) return true;
  }
  return false;
}

// Hidden lines that visible ones cover all along: the far half of a rim seen edge on.
void drop_covered(std::vector<PageLine>& lines) {
  const auto covered = [&](Vec2 p) {
    return std::any_of(lines.begin(), lines.end(),
                       [&](const PageLine& l) { return l.pen != Pen::hidden && runs_along(p, l); });
  };
  std::vector<PageLine> kept;
  for (const PageLine& l : lines) {
    if (l.pen != Pen::hidden || !std::all_of(l.points.begin(), l.points.end(), covered)) kept.push_back(l);
  }
  lines = std::move(kept);
}

// One view of the part: lines, hidden ones dashed.
class View {
 public:
  View(Layout& layout, const Form& form, const Projection& projection, double scale, const PageBox& frame)
      : layout_(layout),
        form_(form),
        projection_(projection),
        eye_(projection.towards_eye()),
        scale_(scale),
        box_(bounds(form, projection)) {
    origin_ = frame.middle() - scale * box_.middle();
    for (int i = 0; i <= looks; ++i) seen_.push_back(seen(u_at(form_, i)));
  }

  [[nodiscard]] Vec2 page(Vec3 p) const { return origin_ + scale_ * projection_(p); }
  [[nodiscard]] Vec3 on_rim(EndName end, double u) const { return edge_point(form_, end, form_.neutral, u); }
  // What the part takes on the page.
  [[nodiscard]] PageBox box() const {
    return {origin_.x + scale_ * box_.left, origin_.y + scale_ * box_.top, origin_.x + scale_ * box_.right,
            origin_.y + scale_ * box_.bottom};
  }

  // Hidden lines first, so that a visible one that covers them shows.
  void draw(const std::vector<double>& seams) const {
    std::vector<PageLine> lines;
    add_rim(lines, EndName::base);
    add_rim(lines, EndName::top);
    add_silhouette(lines);
    for (const double u : seams) {
      const Vec3 base = on_rim(EndName::base, u);
      const Vec3 top = on_rim(EndName::top, u);
      constexpr int steps = 40;
      add_curve(
          lines, [&](double i) { return base + (i / steps) * (top - base); }, steps, Pen::seam);
    }
    drop_covered(lines);
    std::stable_partition(lines.begin(), lines.end(), [](const PageLine& l) { return l.pen == Pen::hidden; });
    for (PageLine& line : lines) layout_.draw(std::move(line.points), line.pen);
  }

 private:
  [[nodiscard]] Seen seen(double u) const {
    const Vec3 base = on_rim(EndName::base, u);
    const Vec3 top = on_rim(EndName::top, u);
    return {page(base), page(top), dot(base, eye_), dot(top, eye_)};
  }
  [[nodiscard]] double facing(double u) const { return dot(ruling_at(form_.wall, u).n, eye_); }

  // Whether the strip of wall between two looks lies over a point and nearer to the eye.
  [[nodiscard]] bool covers(size_t strip, Vec2 p, double near) const {
    const Seen& a = seen_[strip];
    const Seen& b = seen_[strip + 1];
    const auto in_triangle = [&](Vec2 q, double qn, Vec2 r, double rn, Vec2 t, double tn) {
      const double whole = cross(r - q, t - q);
      if (std::abs(whole) < 1e-9) return false;
      const double v = cross(p - q, t - q) / whole;
      const double w = cross(r - q, p - q) / whole;
      if (v < 0 || w < 0 || v + w > 1) return false;
      return (1 - v - w) * qn + v * rn + w * tn > near + 0.004 * form_.size;
    };
    return in_triangle(a.base, a.base_near, b.base, b.base_near, a.top, a.top_near) ||
           in_triangle(a.top, a.top_near, b.base, b.base_near, b.top, b.top_near);
  }

  [[nodiscard]] bool hidden(Vec3 point) const {
    const Vec2 p = page(point);
    const double near = dot(point, eye_);
    for (size_t i = 0; i + 1 < seen_.size(); ++i) {
      if (covers(i, p, near)) return true;
    }
    return false;
  }

  // A line in space, dashed where the wall lies before it.
  void add_curve(std::vector<PageLine>& lines, const std::function<Vec3(double)>& point, int steps,
                 Pen pen) const {
    std::vector<Vec2> run{page(point(0))};
    bool was_hidden = hidden(point(0.5));
    for (int i = 1; i <= steps; ++i) {
      run.push_back(page(point(i)));
      const bool last = i == steps;
      const bool hide = !last && hidden(point(i + 0.5));
      if (!last && hide == was_hidden) continue;
      lines.push_back({run, was_hidden ? Pen::hidden : pen});
      run = {run.back()};
      was_hidden = hide;
    }
  }

  void add_rim(std::vector<PageLine>& lines, EndName end) const {
    if (form_.pointed(end)) return;
    add_curve(
        lines, [&](double i) { return on_rim(end, u_at(form_, i)); }, looks, Pen::formed);
  }

  void add_silhouette(std::vector<PageLine>& lines) const {
    for (int i = 0; i < looks; ++i) {
      const double a = u_at(form_, i);
      const double b = u_at(form_, i + 1);
      if ((facing(a) < 0) == (facing(b) < 0)) continue;
      const Seen s = seen(root([&](double x) { return facing(x); }, a, b));
      constexpr double least = 0.1;  // mm: a wall seen edge on has no silhouette
      if (norm(s.base - s.top) > least) lines.push_back({{s.base, s.top}, Pen::formed});
    }
  }

  Layout& layout_;
  const Form& form_;
  Projection projection_;
  Vec3 eye_;
  double scale_;
  PageBox box_;
  Vec2 origin_;
  std::vector<Seen> seen_;
};

// The three views and what they say.
class FormedViews {
 public:
  FormedViews(Layout& layout, const JobResult& job, const PieceResult& piece)
      : layout_(layout),
        units_(job.job.units),
        piece_(piece),
        sizes_(piece.sizes),
        form_(piece.form),
        dimensioned_(job.job.drawing.dimensions) {
    for (const Span& span : seam_spans(form_, seam_as_made(piece.part.seam, piece.part.making.hand)))
      seams_.push_back(within_once(form_, span.from));
  }

  void draw_front(const PageBox& frame, double scale) {
    View view(layout_, form_, front, scale, frame);
    view.draw(seams_);
    if (dimensioned_) {
      dimension_height(view);
      dimension_end(view, EndName::base);
      dimension_end(view, EndName::top);
    }
  }

  void draw_above(const PageBox& frame, double scale) {
    View view(layout_, form_, above, scale, frame);
    view.draw(seams_);
    label_plan_angles(view, scale);
    label_seams(view);
    if (dimensioned_ && !sizes_.coaxial()) dimension_shift(view);
  }

  void draw_pictorial(const PageBox& frame, double scale) {
    View(layout_, form_, pictorial(form_), scale, frame).draw(seams_);
  }

  // Labels last: none may lie on a line of another view. Returns those that found no room.
  [[nodiscard]] std::vector<std::string> place_labels(const PageBox& frame) {
    return layout_.place_all(labels_, frame);
  }

 private:
  void label(std::string text, std::vector<Anchor> anchors) {
    labels_.push_back({std::move(text), std::move(anchors)});
  }

  // A dimension between two points, drawn beside them: extension lines, arrows, and a label near its line.
  void dimension(Vec2 a, Vec2 b, Vec2 beside, const std::string& text) {
    constexpr double past = 1;
    const Vec2 out = (1 / norm(beside)) * beside;
    for (const Vec2 p : {a, b}) layout_.draw({p + past * out, p + beside + past * out}, Pen::dimension);
    const Vec2 from = a + beside;
    const Vec2 to = b + beside;
    const Vec2 middle = 0.5 * (from + to);
    layout_.arrow(middle, from, Pen::dimension);
    layout_.arrow(middle, to, Pen::dimension);
    std::vector<Anchor> anchors = anchors_along(from, to, beside);
    for (const Anchor& a2 : anchors_along(from, to, -1.0 * beside)) anchors.push_back(a2);
    label(text, std::move(anchors));
  }

  // Of a part with level ends the distance of their planes, else over all.
  void dimension_height(const View& view) {
    const bool level = form_.trims.empty();
    const PageBox b = view.box();
    const double low = level ? view.page({0, 0, 0}).y : b.bottom;
    const double high = level ? view.page({0, 0, sizes_.height}).y : b.top;
    dimension({b.left, low}, {b.left, high}, {-6, 0},
              fmt::format("{} {}", level ? "height" : "overall height",
                          shown_length(level ? sizes_.height : piece_.blank.overall_height, units_)));
  }

  void dimension_end(const View& view, EndName end) {
    const bool base = end == EndName::base;
    const double down = base ? 1 : -1;
    if (form_.pointed(end)) {
      label(fmt::format("{}: point", name_of(end)), {{view.page(view.on_rim(end, form_.from())), {0, down}}});
      return;
    }
    for (const TrimPlane& t : form_.trims) {
      if (t.end != end) continue;
      std::vector<Anchor> anchors;
      for (int i = 0; i < 12; ++i)
        anchors.push_back({view.page(view.on_rim(end, u_at(form_, 12.0 * i))), {0, down}});
      label(fmt::format("{} cut at {:.6g} deg", name_of(end), t.tilt.degrees()), std::move(anchors));
      return;
    }
    if (sizes_.one_size && !base && form_.trims.empty()) return;  // the base's says it
    const double radius = base ? sizes_.base_radius : sizes_.top_radius;
    const auto face = base ? sizes_.base_face : sizes_.top_face;
    const double x = base ? 0 : sizes_.shift.x;
    const double z = base ? 0 : sizes_.height;
    dimension(view.page({x - radius, 0, z}), view.page({x + radius, 0, z}), {0, 5 * down},
              fmt::format("{} dia {} {}", name_of(end), shown_length(2 * radius, units_),
                          name_of(face.value_or(Face::middle))));
  }

  void dimension_shift(const View& view) {
    const Vec2 from = view.page({0, 0, 0});
    const Vec2 to = view.page({sizes_.shift.x, sizes_.shift.y, 0});
    layout_.arrow(from, to, Pen::dimension);
    label(fmt::format("top shift x {}, y {}", shown_length(sizes_.shift.x, units_),
                      shown_length(sizes_.shift.y, units_)),
          anchors_along(from, to, {0, 1}));
  }

  void label_seams(const View& view) {
    for (const double u : seams_) {
      const double at = Angle::radians(u).degrees();
      const double shown = std::round(1e6 * (at - 360 * std::floor(at / 360))) / 1e6;
      const Vec2 base = view.page(view.on_rim(EndName::base, u));
      const Vec2 top = view.page(view.on_rim(EndName::top, u));
      const Vec2 away = left_of(direction(-u));
      std::vector<Anchor> anchors = anchors_along(base, top, away);
      for (const Anchor& a : anchors_along(base, top, -1.0 * away)) anchors.push_back(a);
      label(fmt::format("seam {:g}\u00b0", shown == 360 ? 0 : shown), std::move(anchors));
    }
  }

  // Ticks round the wider end.
  void label_plan_angles(const View& view, double scale) {
    const bool base = form_.asked[0].radius >= form_.asked[1].radius;
    const AskedCircle& circle = form_.asked[base ? 0 : 1];
    const Vec2 centre = view.page(circle.centre);
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * std::numbers::pi / 2);
      const Vec2 from = centre + (scale * circle.radius + 0.8) * out;
      layout_.draw({from, from + 2 * out}, Pen::guide);
      label(fmt::format("{}\u00b0", 90 * i), {{from + 2 * out, out}});
    }
  }

  Layout& layout_;
  const Units& units_;
  const PieceResult& piece_;
  const RoundSizes& sizes_;
  const Form& form_;
  bool dimensioned_;
  std::vector<double> seams_;
  std::vector<Label> labels_;
};

constexpr double caption_room = 4.5;
constexpr double room_across = 16;  // beside a view, for its labels
constexpr double room_down = 9;

// Where the views stand: front and above in one file, the pictorial beside them.
struct Places {
  PageBox front, above, pictorial;
};

Places places_in(const PageBox& frame, const PageBox& f, const PageBox& a, const PageBox& p, double scale,
                 Angles angles) {
  const double wide = scale * std::max(f.width(), a.width());
  const double spare = frame.width() - wide - scale * p.width();
  const double split = frame.left + wide + spare / 2;
  const double over = frame.height() - scale * (f.height() + a.height());
  const double upper = scale * (angles == Angles::first ? f.height() : a.height()) + over / 2;
  const PageBox high{frame.left, frame.top, split, frame.top + upper};
  const PageBox low{frame.left, frame.top + upper, split, frame.bottom};
  const PageBox beside{split, frame.top, frame.right, frame.bottom};
  return angles == Angles::first ? Places{high, low, beside} : Places{low, high, beside};
}

PageBox without_caption(const PageBox& b) { return {b.left, b.top, b.right, b.bottom - caption_room}; }

}  // namespace

double within_once(const Form& form, double u) { return u - two_pi * std::floor((u - form.from()) / two_pi); }

double formed_scale(const PieceResult& piece, const PageBox& frame) {
  const PageBox f = bounds(piece.form, front);
  const PageBox a = bounds(piece.form, above);
  const PageBox p = bounds(piece.form, pictorial(piece.form));
  const double across = (frame.width() - 4 * room_across) / (std::max(f.width(), a.width()) + p.width());
  const double down = (frame.height() - 2 * (2 * room_down + caption_room)) / (f.height() + a.height());
  return std::min({across, down, (frame.height() - 2 * room_down - caption_room) / p.height()});
}

std::vector<std::string> draw_formed(Layout& layout, const JobResult& job, const PieceResult& piece,
                                     const PageBox& frame, double scale, Angles angles) {
  FormedViews views(layout, job, piece);
  const Places places = places_in(frame, bounds(piece.form, front), bounds(piece.form, above),
                                  bounds(piece.form, pictorial(piece.form)), scale, angles);
  const auto caption = [&](const PageBox& b, const char* text) {
    layout.put(text, {b.left + 1, b.bottom - 4.4}, small_letters);
  };
  caption(places.front, "front, seen from 270\u00b0");
  caption(places.above, "from above");
  caption(places.pictorial, "pictorial");
  views.draw_front(without_caption(places.front), scale);
  views.draw_above(without_caption(places.above), scale);
  views.draw_pictorial(without_caption(places.pictorial), scale);
  return views.place_labels(frame);
}

}  // namespace juggler
