// Where the parts of a job stand, one on the other.
#include <algorithm>

#include "juggler/develop.h"

namespace juggler {
namespace {

class Standing {
 public:
  explicit Standing(std::span<const Part> parts)
      : parts_(parts), frames_(parts.size()), open_(parts.size()) {}

  const Frame& frame(size_t i) {
    if (frames_[i]) return *frames_[i];
    if (!parts_[i].place) return frames_[i].emplace();
    open_[i] = true;
    try {
      frames_[i] = placed(i, *parts_[i].place);
      if (const auto& further = parts_[i].place->further) frames_[i] = frames_[i]->frame(*further);
    } catch (const PlaceRefusal&) {
      throw;
    } catch (const Refusal& refusal) {
      throw PlaceRefusal(refusal.text(), i);
    }
    open_[i] = false;
    return *frames_[i];
  }

 private:
  Frame placed(size_t i, const PartPlace& place) {
    const Frame own = frame_of(place);  // refused by itself before anything else
    if (place.on.empty() && place.follows.empty()) return own;
    const size_t other = named(i, place);
    if (!place.on.empty()) return frame(other).frame(own);
    // Its base lies level where its axis begins; what stands on that points the other way.
    if (place.follows_end == EndName::base) {
      const Frame below{{}, {1, 0, 0}, {0, -1, 0}, {0, 0, -1}};
      return frame(other).frame(frame_of(place, below));
    }
    const Part& followed = parts_[other];
    if (followed.set_top && place.follows == followed.key)
      return place_of_set(other).frame(frame_of(place, *followed.set_top));
    const std::optional<Frame> top = top_of_part(followed);
    if (!top) refuse("place.follows", "names a part that has no top for another to stand on", place.follows);
    return frame(other).frame(frame_of(place, *top));
  }
  // Where the parts that were made together stand as one.
  Frame place_of_set(size_t i) {
    const Frame& own = frame(i);
    return own.frame(inverse(*parts_[i].place->further));
  }
  static Frame inverse(const Frame& f) { return f.own_frame({}); }
  // A plate at another part's end may know of that only when all stand.
  static std::optional<Frame> top_of_part(const Part& part) {
    if (std::holds_alternative<Plate>(part.asked)) return Frame{{0, 0, part.sheet.thickness.value_or(0)}};
    Part plain = part;  // whatever is cut in it, and whether that is known yet
    plain.making.openings.clear();
    plain.bolts.clear();
    plain.ends.clear();
    return form_part(plain).top;
  }

  size_t named(size_t i, const PartPlace& place) {
    const std::string& name = place.on.empty() ? place.follows : place.on;
    const char* key = place.on.empty() ? "place.follows" : "place.on";
    const auto found = std::find_if(parts_.begin(), parts_.end(),
                                    [&](const Part& p) { return p.name == name || p.key == name; });
    if (found == parts_.end()) refuse(key, "names no part of the job", name, names_beside(i));
    auto other = static_cast<size_t>(found - parts_.begin());
    // A shell in courses has its top on the last.
    for (size_t k = other; !place.follows.empty() && k < parts_.size(); ++k) {
      if (parts_[k].course && parts_[k].key == name) other = k;
    }
    if (open_[other]) refuse(key, "makes parts stand on each other in a circle", name);
    return other;
  }

  [[nodiscard]] std::string names_beside(size_t i) const {
    std::string names;
    for (size_t k = 0; k < parts_.size(); ++k) {
      if (k != i && !parts_[k].name.empty()) names += (names.empty() ? "" : ", ") + parts_[k].name;
    }
    return names;
  }

  std::span<const Part> parts_;
  std::vector<std::optional<Frame>> frames_;
  std::vector<bool> open_;
};

}  // namespace

std::vector<Frame> all_stands(const PieceResult& piece) {
  std::vector<Frame> all{piece.stands};
  if (piece.part.row.empty()) return all;
  const Frame& first = piece.part.row.front().stands;
  for (size_t i = 1; i < piece.part.row.size(); ++i)
    all.push_back(piece.stands.frame(first.own_frame(piece.part.row[i].stands)));
  return all;
}

std::optional<Frame> end_of_row(const PieceResult& piece) {
  const Part& p = piece.part;
  if (p.mitres.empty() || !piece.formed->top) return std::nullopt;
  const auto free = [&](EndName end) {
    return std::none_of(p.mitres.begin(), p.mitres.end(), [&](const Mitre& m) { return m.end == end; });
  };
  const std::vector<Frame> all = all_stands(piece);
  for (size_t i = 0; i < p.row.size(); ++i) {
    const bool over = p.row[i].upside_down;
    if (p.row[i].position == 1 || !free(over ? EndName::base : EndName::top)) continue;
    Frame end = all[i];
    if (!over) end.origin = end.place(piece.formed->top->origin);
    if (over) end = {end.origin, end.x, Vec3{} - end.y, Vec3{} - end.z};
    return end;
  }
  return std::nullopt;
}

std::vector<Frame> frames_of(std::span<const Part> parts) {
  Standing standing(parts);
  std::vector<Frame> frames;
  for (size_t i = 0; i < parts.size(); ++i) frames.push_back(standing.frame(i));
  return frames;
}

}  // namespace juggler
