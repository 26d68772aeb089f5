// The formed part in parallel projections: from the front, from above, and pictorial.
#include <algorithm>

#include "scene.h"

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
  const double wide = scale * std::max(f.width(), a.width());
  const double spare = frame.width() - wide - scale * p.width();
  const double split = frame.left + wide + spare / 2;
  const double over = frame.height() - scale * (f.height() + a.height());
  const double upper = scale * (angles == Angles::first ? f.height() : a.height()) + over / 2;
  const PageBox high{frame.left, frame.top, split, frame.top + upper};
  const PageBox low{frame.left, frame.top + upper, split, frame.bottom};
  const PageBox beside{split, frame.top, frame.right, frame.bottom};
  return angles == Angles::first ? ViewPlaces{high, low, beside} : ViewPlaces{low, high, beside};
}

PageBox without_caption(const PageBox& b) { return {b.left, b.top, b.right, b.bottom - caption_room}; }

struct Boxes {
  PageBox front, above, pictorial;
};

Boxes boxes_of(const FormedPart& part) {
  const auto box = [&](const Projection& p) { return bounds(part.scene(p), p); };
  return {box(front), box(above), box(part.pictorial())};
}

std::unique_ptr<FormedPart> seen(const JobResult& job, const PieceResult& piece) {
  return piece.round()       ? round_part_seen(job, piece)
         : piece.rulings()   ? ruled_part_seen(job, piece)
         : piece.wound()     ? wound_part_seen(job, piece)
         : piece.stretched() ? stretched_part_seen(job, piece)
                             : folded_part_seen(job, piece);
}

}  // namespace

double within_once(const Form& form, double u) { return u - two_pi * std::floor((u - form.from()) / two_pi); }

double formed_scale(const JobResult& job, const PieceResult& piece, const PageBox& frame) {
  const auto [f, a, p] = boxes_of(*seen(job, piece));
  const double across = (frame.width() - 4 * room_across) / (std::max(f.width(), a.width()) + p.width());
  const double down = (frame.height() - 2 * (2 * room_down + caption_room)) / (f.height() + a.height());
  return std::min({across, down, (frame.height() - 2 * room_down - caption_room) / p.height()});
}

std::vector<std::string> draw_formed(Layout& layout, const JobResult& job, const PieceResult& piece,
                                     const PageBox& frame, double scale, Angles angles) {
  const auto part = seen(job, piece);
  const auto [f, a, p] = boxes_of(*part);
  const ViewPlaces places = places_in(frame, f, a, p, scale, angles);
  const auto caption = [&](const PageBox& b, const char* text) {
    layout.put(text, {b.left + 1, b.bottom - 4.4}, small_letters);
  };
  caption(places.front, "front, seen from 270\u00b0");
  caption(places.above, "from above");
  caption(places.pictorial, "pictorial");
  std::vector<Label> labels;
  const auto view = [&](const Projection& projection, const PageBox& place) {
    return View(layout, part->scene(projection), projection, scale, without_caption(place));
  };
  const View front_view = view(front, places.front);
  front_view.draw();
  part->annotate_front(layout, front_view, labels);
  const View above_view = view(above, places.above);
  above_view.draw();
  part->annotate_above(layout, above_view, labels);
  const View pictorial_view = view(part->pictorial(), places.pictorial);
  pictorial_view.draw();
  part->annotate_pictorial(layout, pictorial_view, labels);
  // Labels last: none may lie on a line of another view.
  return layout.place_all(labels, frame);
}

}  // namespace juggler
