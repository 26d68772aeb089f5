// Parts that meet, made known to each other.
#include "meet/neighbour.h"

#include <algorithm>

#include "blank/laid.h"
#include "bolts.h"
#include "develop/net.h"
#include "folded/closed_wall.h"
#include "folded/tube_wall.h"
#include "juggler/develop.h"
#include "part/bounds.h"
#include "plate/plate.h"

namespace juggler {
namespace {

// As others meet it: the geometry that its sizes and planes make, closed.
Part bare(Part part) {
  const Hand hand = part.making.hand;
  part.seam.gap = 0;
  part.seam.wedge.reset();
  part.seam.lap.reset();
  part.seam.stock = 0;
  part.making = {};
  part.making.hand = hand;
  part.ends.clear();
  part.bolts.clear();
  return std::holds_alternative<Tube>(part.asked) ? tube_as_wall(part) : part;
}

std::vector<Chart> charts_in_space(const Formed& formed) {
  if (formed.wall()) return {chart_in_space(formed.form)};
  std::vector<Chart> charts;
  if (formed.body) {  // all of its pieces, those that are alike too
    const std::vector<Laid> pieces = lay_out(*formed.body);
    for (size_t i = 0; i < pieces.size(); ++i) {
      for (Chart& c : charts_of(formed.body, pieces[i], static_cast<int>(i), {}))
        charts.push_back(std::move(c));
    }
    return charts;
  }
  const LaidPart laid = formed.lay({});
  for (size_t i = 0; i < laid.pieces.size(); ++i) {
    for (Chart& c : laid.pieces[i].charts(static_cast<int>(i))) {
      charts.push_back(std::move(c));
    }
  }
  return charts;
}

// Of a folded part that closes round its axis, and round the metal of a panel; else null.
std::shared_ptr<const Form> wall_by_rulings(const Part& part, const Formed& formed) {
  if (const auto* hopper = std::get_if<Hopper>(&part.asked))
    return closed_wall(*formed.body, *hopper->height);
  if (const auto* panel = std::get_if<Panel>(&part.asked))
    return formed.thickness > 0 ? closed_section(*formed.body, *panel->run) : nullptr;
  const auto* net = std::get_if<Net>(&part.asked);
  return net && net->height && !net->top.point ? closed_wall(*formed.body, *net->height) : nullptr;
}

class Introduction {
 public:
  explicit Introduction(std::span<const Part> parts)
      : parts_(parts.begin(), parts.end()), formed_(parts.size()) {}

  std::vector<Part> made(std::span<const MeetingParts> joints) {
    for (const MeetingParts& joint : joints) add(joint);
    for (size_t i = 0; i < parts_.size(); ++i) settle_at_end(i);
    if (std::none_of(parts_.begin(), parts_.end(), names_others)) return std::move(parts_);
    frames_ = frames_of(parts_);
    for (size_t i = 0; i < parts_.size(); ++i) introduce(i);
    settle_bolts();
    return std::move(parts_);
  }

 private:
  static bool names_others(const Part& p) {
    const auto* plate = std::get_if<Plate>(&p.asked);
    return (plate && plate->at_end) || !p.ends.empty() ||
           std::any_of(p.bolts.begin(), p.bolts.end(), [](const BoltHoles& b) { return !b.like.empty(); }) ||
           std::any_of(p.making.openings.begin(), p.making.openings.end(),
                       [](const Opening& o) { return o.fitted.has_value(); });
  }

  // A plate at another's end stands there, unless it has a place of its own; round it, it has its hole.
  void settle_at_end(size_t i) {
    Part& part = parts_[i];
    const auto* plate = std::get_if<Plate>(&part.asked);
    if (!plate || !plate->at_end) return;
    const PlateEnd& at = *plate->at_end;
    const size_t other = named(i, "for", at.body);
    if (at.fit == PlateFit::saddle) return settle_saddle(i, other);
    if (!part.place) {
      part.place = PartPlace{.follows = at.body, .follows_end = at.end};
      if (at.fit != PlateFit::over) part.place->further = Frame{{0, 0, -part.sheet.thickness.value_or(0)}};
    }
    if (at.fit == PlateFit::around) add_hole_for(part, at);
  }
  static void add_hole_for(Part& part, const PlateEnd& at) {
    Opening hole;
    hole.name = at.body;
    hole.key = "for";
    hole.how = OpeningHow::fitted;
    hole.fitted = FittedBody{at.body, Face::outside, at.clearance, at.end};
    part.making.openings.insert(part.making.openings.begin(), std::move(hole));
  }

  // On the part that its branch meets, standing as that does.
  void settle_saddle(size_t i, size_t branch) {
    Part& part = parts_[i];
    PlateEnd& at = *std::get<Plate>(part.asked).at_end;
    const auto fits = [&](const EndBody& end) {
      return !end.beside && (at.on.empty() || find(end.body) == find(at.on));
    };
    const std::vector<EndBody>& ends = parts_[branch].ends;
    const auto end = std::find_if(ends.begin(), ends.end(), fits);
    if (end != ends.end()) at.end = end->end;
    if (at.on.empty()) {
      if (end == ends.end() || std::count_if(ends.begin(), ends.end(), fits) > 1)
        throw PlaceRefusal({.reason = end == ends.end() ? "is missing: no joint says what the branch meets"
                                                        : "is missing: the branch meets several parts",
                            .key = "on",
                            .found = at.body,
                            .advice = "say on = \"NAME\", the part that the saddle lies on"},
                           i);
      at.on = end->body;
    }
    const size_t main = named(i, "on", at.on);
    if (main == branch)
      throw PlaceRefusal({.reason = "is the branch itself", .key = "on", .found = at.on}, i);
    if (part.place)
      throw PlaceRefusal({.reason = "is given of a saddle, which stands where the part does that it lies on",
                          .key = "place",
                          .found = at.on,
                          .advice = "leave it out"},
                         i);
    part.place = parts_[main].place;
    add_hole_for(part, at);
  }

  [[nodiscard]] std::optional<size_t> find(const std::string& name) const {
    const auto found = std::find_if(parts_.begin(), parts_.end(),
                                    [&](const Part& p) { return p.name == name || p.key == name; });
    if (found == parts_.end()) return std::nullopt;
    return static_cast<size_t>(found - parts_.begin());
  }

  size_t named(size_t by, const std::string& key, const std::string& name, bool itself = false) const {
    const auto found = find(name);
    if (found && (itself || *found != by)) return *found;
    std::string names;
    for (size_t k = 0; k < parts_.size(); ++k) {
      if (k != by && !parts_[k].name.empty()) names += (names.empty() ? "" : ", ") + parts_[k].name;
    }
    throw PlaceRefusal({.reason = found ? "names the part itself" : "names no part of the job",
                        .key = key,
                        .found = name,
                        .allowed = names},
                       by);
  }

  void add(const MeetingParts& joint) {
    const std::string key = joint.key.empty() ? "joint." + std::to_string(++unnamed_) : joint.key;
    const size_t none = parts_.size();
    const size_t main = named(none, key + ".main", joint.main);
    const size_t branch = named(none, key + ".branch", joint.branch);
    if (main == branch)
      throw PlaceRefusal({.reason = "is the main itself", .key = key + ".branch", .found = joint.branch},
                         main);
    const bool on = joint.fit == Fit::set_on;
    EndBody end;
    end.end = joint.end;
    end.body = joint.main;
    end.face = on ? Face::outside : Face::inside;
    end.gap = joint.gap - joint.beyond;
    end.key = key + ".main";
    course_with(branch, end.end).ends.push_back(std::move(end));
    // A panel set on has no inside that a hole would be for.
    if (on && std::holds_alternative<Panel>(parts_[branch].asked)) return;
    Opening hole;
    hole.name = parts_[branch].name;
    hole.how = OpeningHow::fitted;
    hole.fitted = FittedBody{joint.branch, on ? Face::inside : Face::outside, joint.clearance};
    hole.key = key;
    // A shell's courses each cut what they have of it.
    for (size_t k = 0; k < parts_.size(); ++k) {
      if (k == main || same_shell(k, main)) parts_[k].making.openings.push_back(hole);
    }
  }

  [[nodiscard]] bool same_shell(size_t a, size_t b) const {
    return parts_[a].course && parts_[b].course && parts_[a].key == parts_[b].key;
  }
  // Of a shell in courses the one that has the end.
  Part& course_with(size_t i, EndName end) {
    for (size_t k = 0; k < parts_.size() && end == EndName::top; ++k) {
      if (same_shell(k, i) && parts_[k].course->number == parts_[k].course->of) return parts_[k];
    }
    return parts_[i];
  }

  void introduce(size_t i) {
    if (auto* plate = std::get_if<Plate>(&parts_[i].asked); plate && plate->at_end) {
      PlateEnd& at = *plate->at_end;
      const size_t other = named(i, "for", at.body);
      at.met = met(other, at.end, frames_[i].own_frame(frames_[other]));
      try {
        if (at.fit == PlateFit::around) cut_round(parts_[i], at);
        if (at.fit == PlateFit::saddle) {
          const size_t main = named(i, "on", at.on);
          check_range("clearance", at.clearance, 0, limits::longest, "mm");
          at.lies_on = met(main, EndName::base, frames_[i].own_frame(frames_[main]));
          // The way in which that was placed is that part's.
          if (parts_[i].place) parts_[i].place = PartPlace{.further = frames_[i]};
        }
      } catch (const Refusal& refusal) {
        throw PlaceRefusal(refusal.text(), i);
      }
    }
    for (EndBody& end : parts_[i].ends) {
      if (end.key.empty()) end.key = "end.body";
      // A leg may stand beside its own twin.
      const size_t other = named(i, end.key, end.body, end.beside);
      end.met = met(other, end.end, end.beside ? end.stands : frames_[i].own_frame(frames_[other]));
    }
    for (Opening& o : parts_[i].making.openings) {
      if (!o.fitted) continue;
      const size_t other = named(i, o.key + ".body", o.fitted->body);
      // The end of it that meets this part.
      EndName end = o.fitted->end.value_or(EndName::base);
      for (const EndBody& e : parts_[other].ends) {
        const auto main = find(e.body);
        if (main && (*main == i || same_shell(*main, i))) end = e.end;
      }
      o.fitted->met = met(other, end, frames_[i].own_frame(frames_[other]));
    }
  }

  // The pattern that bolt holes are like, of a part that has one of its own.
  [[nodiscard]] const BoltHoles& pattern_of(size_t i, const BoltHoles& b, size_t other) const {
    const auto fits = [&](const BoltHoles& o) {
      return b.like_on.empty() || o.on == b.like_on || parts_[other].bolts.size() == 1;
    };
    const std::vector<BoltHoles>& all = parts_[other].bolts;
    const auto refuse_like = [&](const char* key, const char* reason, const std::string& found,
                                 const char* advice) {
      throw PlaceRefusal({.reason = reason, .key = b.key + key, .found = found, .advice = advice}, i);
    };
    const auto found = std::find_if(all.begin(), all.end(), fits);
    if (found == all.end())
      refuse_like(b.like_on.empty() ? ".like" : ".like_on", "names no bolt holes of a part",
                  b.like_on.empty() ? b.like : b.like_on, "give that part bolt holes");
    if (std::count_if(all.begin(), all.end(), fits) > 1)
      refuse_like(".like", "names a part that has several rows of bolt holes", b.like,
                  "say like_on, the end or edge of the one meant");
    if (!found->like.empty())
      refuse_like(".like", "names a part whose bolt holes are like another's themselves", b.like,
                  "name the part that has the sizes");
    return *found;
  }
  void settle_bolts() {
    std::vector<std::vector<BoltHoles>> all;
    for (size_t i = 0; i < parts_.size(); ++i) {
      all.push_back(parts_[i].bolts);
      for (BoltHoles& b : all.back()) {
        if (b.like.empty()) continue;
        const size_t other = named(i, b.key + ".like", b.like);
        const BoltHoles& pattern = pattern_of(i, b, other);
        try {
          b = settled(b, pattern, parts_[other], frames_[i].own_frame(frames_[other]), parts_[i].making.hand);
        } catch (const Refusal& refusal) {
          throw PlaceRefusal(refusal.text(), i);
        }
      }
    }
    for (size_t i = 0; i < parts_.size(); ++i) parts_[i].bolts = std::move(all[i]);
  }

  // The hole of a plate round an end.
  static void cut_round(Part& part, const PlateEnd& at) {
    PlateOutline hole = hole_of(at, part.sheet.thickness.value_or(0), part.making.fit / 4);
    for (Opening& o : part.making.openings) {
      if (!o.fitted || o.key != "for") continue;
      o.fitted->outline = std::move(hole.arcs);
      o.fitted->fit_error = hole.fit_error;
      return;
    }
  }

  std::shared_ptr<const Neighbour> met(size_t other, EndName end, const Frame& stands) {
    // A shell in courses is met as one; its first course stands where it does. Named by itself, a course
    // above that is met alone.
    const auto& course = parts_[other].course;
    const Part& part = course && course->number == 1 ? *course->shell : parts_[other];
    Neighbour n;
    n.name = part.name;
    n.stands = stands;
    n.meets = end;
    try {
      if (!formed_[other]) formed_[other] = std::make_shared<const Formed>(form_part(bare(part)));
      const Formed& formed = *formed_[other];
      n.thickness = formed.thickness;
      n.wall.charts = charts_in_space(formed);
      if (formed.wall()) n.form = formed.form;
      if (formed.body) n.form = wall_by_rulings(part, formed);
    } catch (const Refusal& refusal) {
      throw PlaceRefusal(refusal.text(), other);
    }
    n.wall.size = size_of(n.wall.charts);
    n.wall.thickness = n.thickness;
    return std::make_shared<const Neighbour>(std::move(n));
  }

  std::vector<Part> parts_;
  std::vector<std::shared_ptr<const Formed>> formed_;
  std::vector<Frame> frames_;
  int unnamed_ = 0;  // joints without a key
};

}  // namespace

std::vector<Part> introduced(std::span<const Part> parts, std::span<const MeetingParts> joints) {
  return Introduction(parts).made(joints);
}

}  // namespace juggler
