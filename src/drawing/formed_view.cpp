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

// Where the views stand: front and above in one file, the pictorial beside them.
struct ViewPlaces {
  PageBox front, above, pictorial;
};

ViewPlaces places_in(const PageBox& frame, const PageBox& f, const PageBox& a, const PageBox& p, double scale,
                     Angles angles) {
  // Dimensions stand beside the two on the left, and their captions; the pictorial has the rest.
  constexpr double beside_both = 60;
  const double wide = scale * std::max(f.width(), a.width());
  const double spare = frame.width() - wide - scale * p.width();
  const double split = frame.left + wide + std::min(spare / 2, beside_both);
  const double over = frame.height() - scale * (f.height() + a.height());
  const double upper = scale * (angles == Angles::first ? f.height() : a.height()) + over / 2;
  const PageBox high{frame.left, frame.top, split, frame.top + upper};
  const PageBox low{frame.left, frame.top + upper, split, frame.bottom};
  const PageBox beside{split, frame.top, frame.right, frame.bottom};
  return angles == Angles::first ? ViewPlaces{high, low, beside} : ViewPlaces{low, high, beside};
}

// The pictorial view says nothing by its scale: it is as large as its place.
double pictorial_scale(const PageBox& place, const PageBox& p) {
  return std::min((place.width() - 1.5 * room_across) / p.width(),
                  (place.height() - 2 * room_down - caption_room) / p.height());
}

PageBox without_caption(const PageBox& b) { return {b.left, b.top, b.right, b.bottom - caption_room}; }

struct Boxes {
  PageBox front, above, pictorial;
};

Boxes boxes_of(const Seen& part) {
  const auto box = [&](const Projection& p) { return bounds(part.scene(p), p); };
  return {box(from_front), box(from_above), box(part.pictorial)};
}

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
    more = more || !other.blank.notches.empty() || !other.blank.tabs.empty();
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
  const auto [f, a, p] = boxes_of(part);
  const double across = (frame.width() - 4 * room_across) / (std::max(f.width(), a.width()) + p.width());
  const double down = (frame.height() - 2 * (2 * room_down + caption_room)) / (f.height() + a.height());
  return std::min({across, down, (frame.height() - 2 * room_down - caption_room) / p.height()});
}

std::vector<std::string> draw_formed(Layout& layout, const Job& job, const Seen& part, const SeenSolid& solid,
                                     const PageBox& frame, double scale, Angles angles) {
  const auto [f, a, p] = boxes_of(part);
  const ViewPlaces places = places_in(frame, f, a, p, scale, angles);
  const double larger = std::max(scale, pictorial_scale(places.pictorial, p));
  const auto caption = [&](const PageBox& b, const char* text) {
    layout.put(text, {b.left + 1, b.bottom - 4.4}, small_letters);
  };
  caption(places.front, "front, seen from 270\u00b0");
  caption(places.above, "from above");
  caption(places.pictorial, larger > scale ? "pictorial, larger" : "pictorial");
  std::vector<Label> labels;
  const auto show = [&](const Projection& projection, const PageBox& place,
                        const std::vector<ViewNote>& notes) {
    const bool pictorial = &place == &places.pictorial;
    const View drawn(layout, part.scene(projection), projection, pictorial ? larger : scale,
                     without_caption(place));
    drawn.draw();
    draw_openings(layout, drawn, solid);
    if (pictorial) fill_faces(layout, drawn, solid, projection);
    draw_notes(layout, drawn, notes, job.units, job.drawing.dimensions, labels);
  };
  show(from_front, places.front, part.in_front);
  show(from_above, places.above, part.in_above);
  show(part.pictorial, places.pictorial, part.in_pictorial);
  // Labels last: none may lie on a line of another view.
  return layout.place_all(labels, frame);
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
