// Writers: one format each. They decide nothing; numbers are full precision, rounded nowhere.
#pragma once

#include <ostream>
#include <string>

#include "juggler/blank.h"
#include "juggler/page.h"
#include "juggler/shop.h"
#include "juggler/solid.h"

namespace juggler {

/// A DXF drawing (R2000) of a blank at full size in the units given, the blank in the positive quadrant.
/// Layers: one for each kind of line; the cut layer holds one closed polyline with true arcs. The remarks,
/// one a line, stand in the file's comments after the version: what the blank was made from.
void write_dxf(const Blank& blank, std::ostream& out, const Units& units = {},
               const std::vector<std::string>& remarks = {});
/// The same of a piece of a job, its remarks what was asked for.
void write_dxf(const JobResult& job, const PieceResult& piece, std::ostream& out);
/// The blank alone as SVG at full size, in millimetres: what is cut, bend lines and marks in a group each,
/// arcs as arcs.
void write_svg(const Blank& blank, std::ostream& out);
/// A page as SVG at its size on paper; cut geometry keeps its millimetres and exact arcs within a transformed
/// group.
void write_svg(const Page& page, std::ostream& out);
/// A page as PNG.
/// Errors  std::runtime_error when the picture cannot be made.
void write_png(const Page& page, std::ostream& out, double dots_per_inch = 80);
/// Pages as PDF 1.5, vector throughout, texts searchable. The same pages give the same bytes.
/// Accuracy  places to 1/256 of a point, 0.0014 mm.
/// Errors    std::runtime_error when they cannot be made. No side of a page may exceed 5080 mm.
void write_pdf(const std::vector<Page>& pages, std::ostream& out, const std::string& title = {});
/// A bend schedule as comma-separated values (RFC 4180).
void write_csv(const Schedule& schedule, std::ostream& out);
/// Solids as an OBJ, millimetres: every one an object, its faces groups (inside, outside, edge).
void write_obj(const std::vector<NamedSolid>& solids, std::ostream& out);
/// Solids as a binary STL, millimetres in single precision.
/// Errors  std::runtime_error for more triangles than a file can count.
void write_stl(const std::vector<NamedSolid>& solids, std::ostream& out);
/// Solids as a binary glTF 2.0 (GLB), metres and y upwards as that format has it, single precision: a node
/// for each place of each, named; the faces with materials of their own (inside, outside, edge); what a solid
/// was made from, and that its sizes are millimetres, in the extras. Errors  std::runtime_error when it
/// cannot be made.
void write_glb(const std::vector<NamedSolid>& solids, std::ostream& out);
/// A job as one page of HTML that needs nothing else, no network and no other file: its blanks to scale, the
/// formed parts to be turned and to be rolled up from the flat, tables, schedule, notes, proof; its cut
/// files, the job and the result document to be saved from it; printed it is the drawing set. For browsers
/// with WebGL.
///
/// drawings  what it prints, as draw_set() and draw_together() give it; none: it prints nothing
/// name      of the files that are saved from it
/// job_text  of the job as it was read; empty: none is offered
/// Errors    Refusal as solid_of() does.
/// Cost      some milliseconds a part, some tens of them where forming stretches it; 1 MB besides.
void write_page(const JobResult& result, const std::vector<Page>& drawings, std::ostream& out,
                const std::string& name, const std::string& job_text = {});
/// A part in a gallery of several jobs.
struct GalleryPart {
  std::string name = {};
  std::string number = {};
  std::string link = {};                 ///< address of its page or its drawing; empty: of nothing
  std::vector<std::string> blanks = {};  ///< their sizes, and how many of each
  std::string verdict = {};
  bool good = true;
  std::optional<Page> picture = {};
};
/// The parts of a job, each leading to this file beside the gallery, of a page for a browser (NAME.html) to
/// the part's first piece.
[[nodiscard]] std::vector<GalleryPart> gallery_parts(const JobResult& result, const std::string& file);
/// Pictures of parts with their names, blanks and verdicts, as one page of HTML that needs nothing else but
/// what it links to.
void write_gallery(const std::vector<GalleryPart>& parts, std::ostream& out);
/// The result document: mm, mm2, degrees. Schema docs/result.schema.json.
void write_json(const JobResult& result, std::ostream& out);

}  // namespace juggler
