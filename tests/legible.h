// Whether a page can be read: no text over another, none over a line.
#pragma once

#include <gtest/gtest.h>

#include "juggler/page.h"

namespace juggler::testing {

/// The four corners of a text as it stands, turned or not.
inline std::vector<Vec2> corners_of(const PageText& t) {
  const Vec2 c = t.box.middle();
  const Vec2 x = t.box.width() / 2 * Vec2{std::cos(t.turn.radians()), -std::sin(t.turn.radians())};
  const Vec2 y = t.box.height() / 2 * Vec2{std::sin(t.turn.radians()), std::cos(t.turn.radians())};
  return {c - x - y, c + x - y, c + x + y, c - x + y};
}

class Legible {
 public:
  Legible(const Page& page, std::string about) : page_(page), about_(std::move(about)) {
    for (const PageLine& l : page.lines) add(l.points, l.pen);
    for (const PageOutline& o : page.outlines) {
      for (const Arc& arc : o.arcs) {
        std::vector<Vec2> points;
        for (Vec2 p : chords(arc, Angle::degrees(2))) points.push_back(on_page(o, p));
        add(points, o.pen);
      }
    }
  }

  /// Tables stand apart from each other and from all that is drawn but their own rules.
  void expect_tables_apart() const {
    for (size_t i = 0; i < page_.tables.size(); ++i) {
      const PageBox& b = page_.tables[i].box;
      for (size_t j = i + 1; j < page_.tables.size(); ++j)
        EXPECT_FALSE(overlap(b, page_.tables[j].box)) << about_ << ": " << page_.tables[j].title;
      PageText box;
      box.box = b;
      for (const auto& [from, to, pen] : segments_) {
        EXPECT_TRUE(pen == Pen::table || !touches(standing(box), from, to))
            << about_ << ": a " << look_of(pen).name << " line through " << page_.tables[i].title;
      }
    }
  }

  void expect() const {
    std::vector<Standing> texts;
    for (const PageText& t : page_.texts) texts.push_back(standing(t));
    for (size_t i = 0; i < texts.size(); ++i) {
      const PageText& t = page_.texts[i];
      const Box& box = texts[i].box;
      EXPECT_GE(t.size, t.mark ? 1.5 : 1.9) << about_ << ": " << t.text;
      EXPECT_TRUE(box.left >= 0 && box.top >= 0 && box.right <= page_.width && box.bottom <= page_.height)
          << about_ << ": off the page: " << t.text;
      for (size_t j = i + 1; j < texts.size(); ++j) {
        for (size_t k = 0; k < 4; ++k) {
          EXPECT_FALSE(touches(texts[i], texts[j].corners[k], texts[j].corners[(k + 1) % 4]))
              << about_ << ": " << t.text << " over " << page_.texts[j].text;
        }
      }
      for (const auto& [a, b, pen] : segments_) {
        EXPECT_FALSE(touches(texts[i], a, b))
            << about_ << ": a " << look_of(pen).name << " line through " << t.text;
      }
    }
  }

 private:
  struct Box {
    double left = 1e300, top = 1e300, right = -1e300, bottom = -1e300;
  };
  static Box box_of(const std::vector<Vec2>& points) {
    Box b;
    for (Vec2 p : points) {
      b = {std::min(b.left, p.x), std::min(b.top, p.y), std::max(b.right, p.x), std::max(b.bottom, p.y)};
    }
    return b;
  }
  void add(const std::vector<Vec2>& points, Pen pen) {
    for (size_t i = 0; i + 1 < points.size(); ++i) segments_.push_back({points[i], points[i + 1], pen});
  }
  struct Standing {
    std::vector<Vec2> corners;
    Box box;
    Outline sides;
  };
  static Standing standing(const PageText& t) {
    const auto c = corners_of(t);
    return {c, box_of(c), {line(c[0], c[1]), line(c[1], c[2]), line(c[2], c[3]), line(c[3], c[0])}};
  }
  static bool touches(const Standing& t, Vec2 a, Vec2 b) {
    const bool apart = std::max(a.x, b.x) < t.box.left || std::min(a.x, b.x) > t.box.right ||
                       std::max(a.y, b.y) < t.box.top || std::min(a.y, b.y) > t.box.bottom;
    return !apart && a != b && !clipped(a, b, t.sides).empty();
  }

  const Page& page_;
  std::string about_;
  struct Segment {
    Vec2 a, b;
    Pen pen;
  };
  std::vector<Segment> segments_;
};

inline void expect_legible(const Page& page, const std::string& about) {
  const Legible legible(page, about);
  legible.expect();
  legible.expect_tables_apart();
}

/// Whether a text of the page holds these words.
inline bool says(const Page& page, const std::string& words) {
  return std::any_of(page.texts.begin(), page.texts.end(),
                     [&](const PageText& t) { return t.text.find(words) != std::string::npos; });
}

}  // namespace juggler::testing
