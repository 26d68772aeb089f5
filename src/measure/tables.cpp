// The numbers of a piece in tables.
#include <algorithm>

#include "columns.h"

namespace juggler {
namespace {

// Where the columns of bends lie.
struct BendColumns {
  bool ends = false;
  bool slanting = false;
  bool sprung = false;
  bool hits = false;
  const PressDie* die = nullptr;
  double thickness = 0;
};

const PressDie* die_of(const Blank& b) {
  return b.pressed && b.pressed->asked.die ? &*b.pressed->asked.die : nullptr;
}

std::vector<MeasuredColumn> heads_of(const BendColumns& has) {
  std::vector<MeasuredColumn> heads{words("tag"), words("order")};
  if (has.ends) {
    for (const std::string end : {"from", "to"}) {
      heads.push_back(lengths(end + " across", {"left edge of the box", "end of the bend line", "blank"}));
      heads.push_back(lengths(end + " up", {"lower edge of the box", "end of the bend line", "blank"}));
    }
  }
  heads.push_back(words("datum edge"));
  heads.push_back(lengths("distance", {"datum edge", "bend line", "blank"}));
  if (has.slanting) heads.push_back(lengths("at other end", {"datum edge", "bend line", "blank"}));
  heads.push_back(lengths("tangent 1", {"datum edge", "near edge of the bend", "blank"}));
  heads.push_back(lengths("tangent 2", {"datum edge", "far edge of the bend", "blank"}));
  heads.push_back(words("bend"));
  heads.push_back(angles("turned", {"flat", "bent", "turned"}));
  heads.push_back(angles("legs", {"leg", "leg", "between them"}));
  heads.push_back(lengths("radius", {"centre of the bend", "concave face", "bend"}));
  heads.push_back(lengths("length", {"end", "end", "bend line"}));
  if (has.sprung) heads.push_back(angles("springback", {"angle pressed", "angle left", "bend"}));
  if (has.hits) {
    heads.push_back(lengths("facet before", {"bend line before", "bend line", "blank"}));
    heads.push_back(lengths("facet error", {"flat", "smooth form", "neutral layer"}));
  }
  if (has.die)
    heads.push_back(lengths("stroke", {"punch on the flat sheet", "punch at its lowest", "press"}));
  return heads;
}

std::vector<Phrase> row_of(const Fold& b, const BendColumns& has, Vec2 corner) {
  std::vector<Phrase> row{b.tag, fmt::format("{}", b.order)};
  if (has.ends) {
    for (const Vec2 end : {b.from - corner, b.to - corner}) {
      row.push_back(bare(end.x));
      row.push_back(bare(end.y));
    }
  }
  row.push_back(b.datum);
  row.push_back(bare(b.datum_from));
  if (has.slanting) row.push_back(bare(b.datum_to));
  for (Phrase cell :
       {bare(b.tangent_a), bare(b.tangent_b), Phrase(b.up ? "up" : "down"), bare_angle(b.turned, 3),
        bare_angle(b.between_legs(), 3), bare(b.radius), bare(b.length())})
    row.push_back(std::move(cell));
  if (has.sprung) row.push_back(bare_angle(b.springback, 3));
  if (has.hits) {
    row.push_back(b.hit() ? bare(b.facet_width) : Phrase("-"));
    row.push_back(b.hit() ? bare(b.facet_error) : Phrase("-"));
  }
  if (has.die)
    row.push_back(b.hit() ? bare(stroke_of(*has.die, has.thickness, b.turned + b.springback)) : Phrase("-"));
  return row;
}

}  // namespace

MeasuredTable bends_of(const PieceResult& piece, bool with_ends) {
  const std::span<const Fold> bends = bends_of(piece.blank);
  const auto any = [&](auto&& one) { return std::any_of(bends.begin(), bends.end(), one); };
  const double near = within::same * piece.blank.size;
  const BendColumns has{with_ends,
                        any([&](const Fold& b) { return std::abs(b.datum_to - b.datum_from) > near; }),
                        any([](const Fold& b) { return b.springback.radians() > 0; }),
                        any([](const Fold& b) { return b.hit(); }),
                        die_of(piece.blank),
                        piece.blank.thickness};
  MeasuredTable table{"bends", "Bend schedule", heads_of(has)};
  const Vec2 corner = bends.empty() ? Vec2{} : as_laid(piece.blank).corner;
  for (const Fold& b : bends) table.rows.push_back(row_of(b, has, corner));
  return table;
}

MeasuredTable elements_of(const PieceResult& piece) {
  const std::string as_cut = "edge as cut";
  const std::string from = piece.blank.edge_words.base, to = piece.blank.edge_words.top;
  MeasuredTable table{"elements",
                      "Elements",
                      {words("no"), angles("plan angle", {"x axis", "ruling", "plan"}),
                       lengths("length", {from + " edge", to + " edge", "ruling"}),
                       lengths("along " + from, {"element 0", "element", from + " edge, before the gap"}),
                       lengths("along " + to, {"element 0", "element", to + " edge, before the gap"}),
                       lengths("from " + from, {from + " plane", to + " edge", "ruling"}),
                       angles("bevel " + from, {"square to the sheet", "plane of the " + from, as_cut}),
                       angles("bevel " + to, {"square to the sheet", "plane of the " + to, as_cut})}};
  const auto bevel = [](const std::optional<Bevel>& asked) {
    return asked ? bare_angle(asked->angle, 2) : Phrase("-");
  };
  for (const Element& e : piece.blank.elements) {
    Amount plan{e.plan.degrees(), Amount::Of::angle, 6, false, Amount::Style::general};
    table.rows.push_back({fmt::format("{}", e.number), plan, bare(e.length), bare(e.base_run),
                          bare(e.top_run), bare(e.from_base), bevel(e.base_bevel), bevel(e.top_bevel)});
  }
  return table;
}

MeasuredTable creases_of(const PieceResult& piece) {
  const Where turned{"flat", "folded", "turned"};
  MeasuredTable table{"creases",
                      "Creases, from seam start",
                      {words("crease"), lengths("along base", {"seam start", "crease", "base edge as cut"}),
                       lengths("along top", {"seam start", "crease", "top edge as cut"}),
                       angles("fold at base", turned), angles("at top", turned), words("to")}};
  for (const Fold& c : creases_of(piece.blank))
    table.rows.push_back({c.tag, bare(c.datum_from), bare(c.datum_to), bare_angle(c.turned, 1),
                          bare_angle(*c.turned_to, 1), c.up ? "up" : "down"});
  return table;
}

MeasuredTable faces_of(const PieceResult& piece) {
  if (!piece.wall()) return {};  // a flight is known by its middle alone
  const Blank& b = piece.blank;
  MeasuredTable table{"faces", "Edges as cut, on each face", {words("face")}};
  for (const std::string end : {b.edge_words.base, b.edge_words.top}) {
    table.columns.push_back(lengths(end + " dia", {"wall", "wall across the axis", "face"}));
    table.columns.push_back(lengths(end + " radius", {"axis", "wall", "face"}));
    table.columns.push_back(lengths(end + " girth", {"once round", "", "face"}));
  }
  const auto add = [&](const char* name, const LayerSizes& s) {
    std::vector<Phrase> row{name};
    for (const auto& [radius, girth] :
         {std::pair{s.base_radius, s.base_girth}, std::pair{s.top_radius, s.top_girth}}) {
      row.push_back(girth == 0 ? Phrase("point") : radius > 0 ? bare(2 * radius) : Phrase("-"));
      row.push_back(girth == 0 ? Phrase("point") : radius > 0 ? bare(radius) : Phrase("-"));
      row.push_back(girth == 0 ? Phrase("point") : bare(girth));
    }
    table.rows.push_back(std::move(row));
  };
  add("inside", b.inside);
  if (b.thickness > 0) {
    add(piece.part.sheet.neutral_factor == 0.5 ? "middle, neutral" : "middle", b.middle);
    if (piece.part.sheet.neutral_factor != 0.5) add("neutral", b.neutral_sizes);
    add("outside", b.outside);
  }
  return table;
}

MeasuredTable hits_of(const PieceResult& piece) {
  MeasuredTable table{"hits",
                      "Hits against facet error",
                      {words("hits"), lengths("facet width", {"bend line", "bend line", "neutral layer"}),
                       lengths("facet error", {"flat", "smooth form", "neutral layer"})}};
  if (!piece.blank.pressed) return table;
  for (const Pressed::Row& row : piece.blank.pressed->table) {
    const bool chosen = row.hits == piece.blank.pressed->hits;
    table.rows.push_back({fmt::format("{}{}", row.hits, chosen ? " chosen" : ""), bare(row.facet_width),
                          bare(row.facet_error)});
  }
  return table;
}

MeasuredTable walls_of(const PieceResult& piece) {
  MeasuredTable table{"walls",
                      "Walls on the size face",
                      {words("wall"), angles("corner angles", {"side", "next side", "size face"}),
                       lengths("slant height", {"first side", "farthest corner", "size face"}),
                       angles("lean", {"upright", "wall", "size face"})}};
  if (!piece.formed->body) return table;
  for (const WallNumbers& w : wall_numbers(*piece.formed->body)) {
    Phrase corners;
    for (const Angle a : w.corners) corners += (corners.empty() ? "" : ", ") + bare_angle(a, 3);
    table.rows.push_back({w.name, corners, bare(w.slant), bare_angle(w.lean, 3)});
  }
  return table;
}

std::vector<MeasuredTable> own_tables_of(const PieceResult& piece) {
  return piece.formed->says.tables ? piece.formed->says.tables(piece.blank) : std::vector<MeasuredTable>();
}

}  // namespace juggler
