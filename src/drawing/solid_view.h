// The metal of a formed part as it is seen: faces filled, and what is cut in them. Private to the room.
#pragma once

#include <memory>

#include "view.h"

namespace juggler {

/// A part's metal in a frame of its own, or that of all parts of a job.
struct SeenSolid {
  std::vector<Solid> solids;
  /// Closed lines about what is cut through, and along the outlines: of thick sheet on both faces, else on
  /// its middle.
  std::vector<std::vector<Vec3>> openings, outlines;
  std::shared_ptr<const SeenSolid> neighbours = {};  ///< what is joined to it, in its frame
};
/// Whether both faces of a sheet show apart on a page.
[[nodiscard]] bool is_thick(const Blank& blank);
/// Of all pieces of the part that a piece belongs to.
[[nodiscard]] SeenSolid solid_of_part(const JobResult& job, const PieceResult& piece);
/// The formed part in its views, its metal worked out before.
[[nodiscard]] Seen seen(const JobResult& job, const PieceResult& piece,
                        const std::shared_ptr<const SeenSolid>& solid);
/// Of all parts of a job where they stand.
[[nodiscard]] SeenSolid solid_of_job(const JobResult& job);

/// The part as it is seen, its edges those of the metal: with notches, laps, hems, turned ends.
/// silhouettes  also where faces turn away from the eye, for the form is another
[[nodiscard]] Seen with_edges_of(Seen part, std::shared_ptr<const SeenSolid> solid, bool silhouettes);

/// The formed parts of a job, each worked out once for all papers and scales.
class FormedParts {
 public:
  explicit FormedParts(const JobResult& job) : job_(job), all_(job.pieces.size()) {}
  /// Of the part that a piece is of.
  [[nodiscard]] const Seen& seen(size_t piece) { return of(piece).seen; }
  [[nodiscard]] const SeenSolid& solid(size_t piece) { return *of(piece).solid; }

 private:
  struct Part {
    std::shared_ptr<const SeenSolid> solid;
    Seen seen;
  };
  const Part& of(size_t piece);

  const JobResult& job_;
  std::vector<std::optional<Part>> all_;
};

/// Fills what faces the eye, the far before the near.
void fill_faces(Layout& layout, const View& view, const SeenSolid& solid, const Projection& projection);
/// Draws neighbours in outline where no face of the part hides them, as far as they lie beside it and within
/// a box.
void draw_neighbours(Layout& layout, const View& view, const SeenSolid& neighbours,
                     const Projection& projection, const PageBox& box);
/// Draws openings where no face hides them.
void draw_openings(Layout& layout, const View& view, const SeenSolid& solid);

}  // namespace juggler
