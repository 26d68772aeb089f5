// The formed part in parallel projections: from the front, from above, and pictorial.
#include <algorithm>
#include <memory>

#include "scene/wall.h"
#include "solid_view.h"

namespace juggler {
namespace {

constexpr double caption_room = 4.5;
constexpr double room_across = 16;  // beside a view, for its labels
constexpr double room_down = 9;

// Seen from the left in first-angle, from the right in third-angle: beside the front on its right either way.
constexpr Projection from_left{{0, -1, 0}, {0, 0, 1}};
constexpr Projection from_right{{0, 1, 0}, {0, 0, 1}};
const Projection& from_side(Angles angles) { return angles == Angles::first ? from_left : from_right; }

struct Boxes {
  PageBox front, above, pictorial;
  std::optional<PageBox> side = {};
};

Boxes boxes_of(const Seen& part) {
  const auto box = [&](const Projection& p) { return bounds(part.scene(p), p); };
  return {box(from_front), box(from_above), box(part.pictorial)};
}

// Whether the lines of two views lie elsewhere.
bool differ(const Seen& part, const Projection& one, const Projection& other) {
  const auto points = [&](const Projection& projection) {
    const Scene scene = part.scene(projection);
    const Vec2 middle = bounds(scene, projection).middle();
    std::vector<Vec2> all;
    for (const SceneLine& line : scene.lines) {
      if (line.of == LineOf::seam) continue;
      const int step = std::max(1, line.steps / 24);
      for (int i = 0; i <= line.steps; i += step) all.push_back(projection(line.point(i)) - middle);
    }
    return std::pair(all, scene.size);
  };
  const auto [here, size] = points(one);
  const auto there = points(other).first;
  constexpr double share = 0.04;
  return std::any_of(here.begin(), here.end(), [&, near = share * size](Vec2 p) {
    return std::none_of(there.begin(), there.end(), [&](Vec2 q) { return norm(p - q) < near; });
  });
}

// The side too, where it shows more than the front and there is room for it.
Boxes boxes_with_side(const Seen& part, const SeenSolid& solid, const PageBox& frame, double scale,
                      Angles angles) {
  Boxes b = boxes_of(part);
  const Projection& side = from_side(angles);
  const PageBox box = bounds(part.scene(side), side);
  constexpr double least = 45;  // for the pictorial
  const double taken = scale * (std::max(b.front.width(), b.above.width()) + box.width()) + 4.5 * room_across;
  const double needed = std::max(least, scale * b.pictorial.width()) + 1.5 * room_across;
  if (frame.width() - taken < needed) return b;
  if (!solid.openings.empty() || differ(part, from_front, side)) b.side = box;
  return b;
}

// Where the views stand: front and above in one file, the side beside the front, the pictorial beside them.
struct ViewPlaces {
  PageBox front, above, side, pictorial;
};

ViewPlaces places_in(const PageBox& frame, const Boxes& b, double scale, Angles angles) {
  // Dimensions stand beside the two on the left, and their captions; the pictorial has the rest.
  constexpr double beside_both = 60, beside_side = 12;
  const double wide = scale * std::max(b.front.width(), b.above.width());
  const double spare = frame.width() - wide - scale * b.pictorial.width();
  const double split = frame.left + wide + (b.side ? 3 * room_across : std::min(spare / 2, beside_both));
  const double over = frame.height() - scale * (b.front.height() + b.above.height());
  const double upper = scale * (angles == Angles::first ? b.front.height() : b.above.height()) + over / 2;
  const double side = b.side ? split + scale * b.side->width() + beside_side : split;
  const PageBox high{frame.left, frame.top, split, frame.top + upper};
  const PageBox low{frame.left, frame.top + upper, split, frame.bottom};
  const PageBox beside{side, frame.top, frame.right, frame.bottom};
  const PageBox& front = angles == Angles::first ? high : low;
  const PageBox& above = angles == Angles::first ? low : high;
  return {front, above, {split, front.top, side, front.bottom}, beside};
}

// The pictorial view says nothing by its scale: it is as large as its place.
double pictorial_scale(const PageBox& place, const PageBox& p) {
  return std::min((place.width() - 1.5 * room_across) / p.width(),
                  (place.height() - 2 * room_down - caption_room) / p.height());
}

PageBox without_caption(const PageBox& b) { return {b.left, b.top, b.right, b.bottom - caption_room}; }

// The name of a part beside one of its lines.
ViewLabel name_label(const PieceResult& piece, const Scene& scene, Vec2 away) {
  ViewLabel label{piece.part.name.empty() ? title_of(piece) : piece.part.name, {}, away};
  for (const SceneLine& line : scene.lines) {
    for (const double share : {0.5, 0.25, 0.75}) label.at.push_back(line.point(share * line.steps));
  }
  return label;
}

}  // namespace

Seen seen(const JobResult& job, const PieceResult& piece) { return seen(job, piece, nullptr); }

Seen seen(const JobResult& job, const PieceResult& piece, const std::shared_ptr<const SeenSolid>& solid) {
  const Formed& formed = *piece.formed;
  std::vector<const Blank*> all;
  bool more = !formed.turned_ends.empty();
  for (const PieceResult& other : job.pieces) {
    if (other.part.name != piece.part.name) continue;
    all.push_back(&other.blank);
    more = more || !other.blank.notches.empty() || !other.blank.tabs.empty() || is_thick(other.blank);
  }
  Seen own = formed.says.seen ? formed.says.seen(piece.blank, all)
                              : wall_seen(formed.form, formed.seam, piece.blank);
  // What the form alone does not show.
  if (!more || piece.blank.thickness == 0) return own;
  return with_edges_of(std::move(own),
                       solid ? solid : std::make_shared<const SeenSolid>(solid_of_part(job, piece)),
                       !formed.turned_ends.empty());
}

namespace {

// A part's scene is made for the eye as the part's own frame has it.
Scene placed_scene(const Seen& own, const Frame& stands, const Projection& projection) {
  Scene scene = own.scene({stands.own_way(projection.right), stands.own_way(projection.up)});
  for (SceneLine& line : scene.lines)
    line.point = [point = line.point, stands](double i) { return stands.place(point(i)); };
  for (auto& face : scene.faces) {
    for (Vec3& p : face) p = stands.place(p);
  }
  return scene;
}

}  // namespace

Seen seen_together(const JobResult& job) {
  struct Placed {
    Seen own;
    Frame stands;
  };
  const auto all = std::make_shared<std::vector<Placed>>();
  Seen together;
  for (size_t i = 0; i < job.pieces.size(); ++i) {
    const PieceResult& piece = job.pieces[i];
    if (!is_first_of_part(job, i) || !piece.part.parted.empty()) continue;  // a strip stands nowhere
    all->push_back({seen(job, piece), piece.stands});
    const auto add_name = [&](std::vector<ViewNote>& notes, const Projection& projection) {
      notes.emplace_back(name_label(piece, placed_scene(all->back().own, piece.stands, projection), {1, 0}));
    };
    const std::vector<Frame> stands = all_stands(piece);
    for (size_t k = 1; k < stands.size(); ++k) all->push_back({all->back().own, stands[k]});
    add_name(together.in_front, from_front);
    add_name(together.in_above, from_above);
    add_name(together.in_pictorial, together.pictorial);
  }
  together.scene = [all](const Projection& projection) {
    Scene scene;
    for (const Placed& part : *all) {
      Scene one = placed_scene(part.own, part.stands, projection);
      scene.lines.insert(scene.lines.end(), one.lines.begin(), one.lines.end());
      scene.faces.insert(scene.faces.end(), one.faces.begin(), one.faces.end());
      scene.size = std::max(scene.size, one.size);
    }
    return scene;
  };
  return together;
}

double formed_scale(const Seen& part, const PageBox& frame) {
  const Boxes b = boxes_of(part);
  const PageBox &f = b.front, &a = b.above, &p = b.pictorial;
  const double across = (frame.width() - 4 * room_across) / (std::max(f.width(), a.width()) + p.width());
  const double down = (frame.height() - 2 * (2 * room_down + caption_room)) / (f.height() + a.height());
  return std::min({across, down, (frame.height() - 2 * room_down - caption_room) / p.height()});
}

namespace {

// Round whatever has plan angles from above, where the part has an edge there: as it is given, at its top, at
// its foot.
std::vector<ViewNote> pictorial_notes(const Seen& part, const Boxes& boxes) {
  std::vector<ViewNote> notes = part.in_pictorial;
  const Scene scene = part.scene(part.pictorial);
  const auto on_edges = [&](const SlantedPlanAngles& p) {
    constexpr double share = 0.02;
    int on = 0;
    for (int i = 0; i < 4; ++i) {
      const Vec2 d = direction(i * pi / 2);
      const Vec3 place = p.centre + Vec3{p.reach.x * d.x, p.reach.y * d.y, 0};
      on += std::any_of(scene.lines.begin(), scene.lines.end(), [&](const SceneLine& line) {
        for (int k = 0; line.of == LineOf::edge && k <= line.steps; ++k) {
          if (norm(line.point(k) - place) < share * scene.size) return true;
        }
        return false;
      });
    }
    return on >= 3;
  };
  for (const ViewNote& note : part.in_above) {
    const PlanAngles* angles = std::get_if<PlanAngles>(&note);
    if (!angles) continue;
    const Vec2 middle = boxes.above.middle();
    const double foot = -boxes.front.bottom, top = -boxes.front.top;
    SlantedPlanAngles slanted{angles->centre.value_or(Vec3{middle.x, -middle.y, foot}),
                              angles->centre ? Vec2{angles->radius, angles->radius}
                                             : 0.5 * Vec2{boxes.above.width(), boxes.above.height()}};
    for (const double z : {slanted.centre.z, top, foot}) {
      slanted.centre.z = z;
      if (!on_edges(slanted)) continue;
      notes.emplace_back(slanted);
      break;
    }
  }
  return notes;
}

}  // namespace

std::vector<std::string> draw_formed(Layout& layout, const Job& job, const Seen& part, const SeenSolid& solid,
                                     const PageBox& frame, double scale, Angles angles, bool painted) {
  const Boxes boxes = boxes_with_side(part, solid, frame, scale, angles);
  const ViewPlaces places = places_in(frame, boxes, scale, angles);
  const double larger = std::max(scale, pictorial_scale(places.pictorial, boxes.pictorial));
  const auto caption = [&](const PageBox& b, const char* text) {
    layout.put(text, {b.left + 1, b.bottom - 4.4}, small_letters);
  };
  caption(places.front, "front, seen from 270\u00b0");
  caption(places.above, "from above");
  if (boxes.side)
    caption(places.side, angles == Angles::first ? "side, seen from 180\u00b0" : "side, seen from 0\u00b0");
  caption(places.pictorial, larger > scale ? "pictorial, larger" : "pictorial");
  std::vector<Label> labels;
  const auto show = [&](const Projection& projection, const PageBox& place,
                        const std::vector<ViewNote>& notes) {
    const bool pictorial = &place == &places.pictorial;
    const View drawn(layout, part.scene(projection), projection, pictorial ? larger : scale,
                     without_caption(place));
    drawn.draw(job.drawing.hidden_lines);
    draw_openings(layout, drawn, solid);
    if (solid.neighbours)
      draw_neighbours(layout, drawn, *solid.neighbours, projection, without_caption(place));
    if (pictorial && painted) fill_faces(layout, drawn, solid, projection);
    draw_notes(layout, drawn, notes, job.units, job.drawing.dimensions, labels);
  };
  show(from_front, places.front, part.in_front);
  show(from_above, places.above, part.in_above);
  if (boxes.side) show(from_side(angles), places.side, {});
  show(part.pictorial, places.pictorial, pictorial_notes(part, boxes));
  // Labels last: none may lie on a line of another view.
  return layout.place_all(labels, {frame.left + 1, frame.top, frame.right, frame.bottom});
}

void draw_pictorial(Layout& layout, const Seen& part, const SeenSolid& solid, const PageBox& place) {
  const Scene scene = part.scene(part.pictorial);
  const PageBox box = bounds(scene, part.pictorial);
  constexpr double share = 0.92;
  const double scale = share * std::min(place.width() / box.width(), place.height() / box.height());
  const View view(layout, scene, part.pictorial, scale, place);
  view.draw();
  draw_openings(layout, view, solid);
  fill_faces(layout, view, solid, part.pictorial);
}

}  // namespace juggler
