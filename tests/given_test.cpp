// The proof holds the part in space against the sizes as they were given: a part made a thousandth otherwise
// does not pass, and the size is named, where no other one tells of it as well.
#include <cmath>
#include <functional>

#include "common.h"
#include "develop/stretch.h"
#include "folded/folded.h"
#include "ruled/ruled.h"
#include "stretched/stretched.h"
#include "wound/wound.h"

namespace juggler::testing {
namespace {

const StrainLimit any{0.05, true};
constexpr double off = 1.001;

struct Change {
  std::string named;
  Shape to;
};

template <typename S, typename F>
Change change(const S& shape, const std::string& named, const F& by) {
  S other = shape;
  by(other);
  return {named, other};
}

// A part's lines or middle in space against another shape's sizes.
struct MissOfLines {
  std::vector<FormedLine> lines;
  const Sheet& sheet;
  Hand hand;
  GivenMiss operator()(const Coil& c) const { return miss_of_given(lines, c, sheet, hand); }
  GivenMiss operator()(const HelicalStrip& s) const { return miss_of_given(lines, s, sheet, hand); }
  template <typename Other>
  GivenMiss operator()(const Other&) const {
    throw std::logic_error("no shape that winds");
  }
};
struct MissOfMiddle {
  const std::vector<CurvedPiece>& pieces;
  const Sheet& sheet;
  Hand hand;
  GivenMiss operator()(const Flight& f) const { return miss_of_given(pieces, f, hand); }
  GivenMiss operator()(const HelicalStrip& s) const { return miss_of_given(pieces, s, sheet, hand); }
  GivenMiss operator()(const RuledWall& w) const { return miss_of_given(pieces, w, hand, {}); }
  GivenMiss operator()(const Dome& d) const { return miss_of_given(pieces, d, sheet, {}); }
  template <typename Other>
  GivenMiss operator()(const Other&) const {
    throw std::logic_error("no shape that stretches");
  }
};

Proof held(const Blank& b, const WoundPart& part, const Shape& shape, const Sheet& sheet, Hand hand) {
  if (part.stretched())
    return prove_flight(b, part, [&](const auto& middle) {
      return std::visit(MissOfMiddle{middle, sheet, hand}, shape);
    });
  return prove_wound(b, part, [&](const auto& lines) {
    return std::visit(MissOfLines{lines, sheet, hand}, shape);
  });
}
Proof held(const Blank& b, const StretchedPart& part, const Shape& shape, const Sheet& sheet, Hand hand) {
  return prove_stretched(b, part, [&](const auto& middle) {
    return std::visit(MissOfMiddle{middle, sheet, hand}, shape);
  });
}

template <typename... Given>
Proof bent_up(const Blank& b, const Body& body, const Given&... given) {
  return prove_body(b, body, [&](const auto& faces) { return miss_of_given(faces, given...); });
}

// The blank and the part in space are of the first shape; what is said to have been given is another.
template <typename Part>
void expect_held(const Part& part, const Shape& shape, const Sheet& sheet, const std::vector<Change>& changes,
                 Hand hand) {
  Making making;
  making.hand = hand;
  const Blank blank = make_blanks(shape, sheet, {}, making).front();
  const Proof own = held(blank, part, shape, sheet, hand);
  EXPECT_TRUE(own.passed) << own.where << " " << own.greatest_distance;
  for (const Change& c : changes) {
    const Proof other = held(blank, part, c.to, sheet, hand);
    EXPECT_FALSE(other.passed) << c.named;
    EXPECT_GT(other.greatest_distance, 0.01) << c.named;
    EXPECT_TRUE(has(other.where, c.named)) << c.named << " said as " << other.where;
  }
}

template <typename S>
void expect_wound(const S& shape, const Sheet& sheet, const std::vector<Change>& changes) {
  for (const Hand hand : hands()) expect_held(wind(shape, sheet, hand), shape, sheet, changes, hand);
}
template <typename S>
void expect_stretched(const S& shape, const Sheet& sheet, const std::vector<Change>& changes,
                      const std::vector<Hand>& made = hands()) {
  for (const Hand hand : made) expect_held(stretch(shape, sheet, hand), shape, sheet, changes, hand);
}

TEST(Given, FlightsAreHeldAgainstTheirSizes) {
  const Flight f{.shaft = 60, .outside = 200, .pitch = 160, .turns = 1.4, .start = Angle::degrees(25)};
  const auto changes = [](const Flight& flight) {
    return std::vector{change(flight, "shaft", [](Flight& g) { *g.shaft *= off; }),
                       change(flight, "outside", [](Flight& g) { *g.outside *= off; }),
                       change(flight, "", [](Flight& g) { *g.pitch *= off; }),
                       change(flight, "turns", [](Flight& g) { *g.turns *= off; }),
                       change(flight, "pitch", [](Flight& g) { g.start = Angle::degrees(25.1); })};
  };
  expect_wound(f, Sheet{.thickness = 3, .sizes_on = Face::middle}, changes(f));
  Flight grows = f;
  grows.outside_to = 240;
  grows.pitch_to = 130;
  grows.allow_strain = true;
  auto more = changes(grows);
  more[3].named = "";  // the sizes at the end stand elsewhere then, too
  more.push_back(change(grows, "outside", [](Flight& g) { *g.outside_to *= off; }));
  more.push_back(change(grows, "pitch", [](Flight& g) { *g.pitch_to *= off; }));
  expect_wound(grows, Sheet{.thickness = 3, .sizes_on = Face::middle}, more);
  for (Change& c : more) std::get<Flight>(c.to).flat = FlightFlat::least_stretch;
  grows.flat = FlightFlat::least_stretch;
  expect_stretched(grows, Sheet{.thickness = 3, .sizes_on = Face::middle}, more);
}

TEST(Given, CoilsAreHeldAgainstTheirSizes) {
  const Sheet sheet{.thickness = 3, .neutral_factor = 0.42};
  const Coil c{.inside = 80, .spacing = 12, .turns = 3, .width = 60, .start = Angle::degrees(-40)};
  expect_wound(c, sheet,
               {change(c, "start", [](Coil& d) { *d.inside *= off; }),
                change(c, "spacing", [](Coil& d) { *d.spacing *= off; }),
                change(c, "turns", [](Coil& d) { *d.turns *= off; }),
                change(c, "width", [](Coil& d) { *d.width *= off; }),
                change(c, "spacing", [](Coil& d) { d.start = Angle::degrees(-40.1); })});
  const Coil e{.middle = 83, .spacing = 12, .outside = 170, .width = 60};
  expect_wound(e, sheet,
               {change(e, "start", [](Coil& d) { *d.middle *= off; }),
                change(e, "outside", [](Coil& d) { *d.outside *= off; })});
}

TEST(Given, StripsAgainstACylinderAreHeldAgainstTheirSizes) {
  const Sheet sheet{.thickness = 4, .neutral_factor = 0.45};
  for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round}) {
    const HelicalStrip s{.body_diameter = 180, .width = 50, .pitch = 150, .turns = 1.2, .ends = ends};
    expect_wound(s, sheet,
                 {change(s, "body.diameter", [](HelicalStrip& o) { *o.body_diameter *= off; }),
                  change(s, "", [](HelicalStrip& o) { *o.width *= off; }),
                  change(s, "pitch", [](HelicalStrip& o) { *o.pitch *= off; }),
                  change(s, "turns", [](HelicalStrip& o) { *o.turns *= off; }),
                  change(s, "pitch", [](HelicalStrip& o) { o.start = Angle::degrees(0.1); })});
  }
  const HelicalStrip lead{
      .body_diameter = 180, .upright_width = 50, .height = 300, .lead = Angle::degrees(15)};
  expect_wound(lead, sheet,
               {change(lead, "lead", [](HelicalStrip& o) { o.lead = Angle::degrees(15.02); }),
                change(lead, "height", [](HelicalStrip& o) { *o.height *= off; }),
                change(lead, "upright width", [](HelicalStrip& o) { *o.upright_width *= off; })});
}

std::vector<Change> changes_of(const HelicalStrip& s) {
  return {change(s, "", [](HelicalStrip& o) { *o.body_diameter *= off; }),
          change(s, "", [](HelicalStrip& o) { *o.body_end_diameter *= off; }),
          change(s, "width", [](HelicalStrip& o) { *o.width *= off; }),
          change(s, "", [](HelicalStrip& o) { *o.turns *= off; }),
          change(s, "", [](HelicalStrip& o) { o.start = Angle::degrees(0.1); })};
}

TEST(Given, StripsOnAConeAreHeldAgainstTheirSizes) {
  const Sheet sheet{.thickness = 4};
  for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round}) {
    HelicalStrip s{.body_diameter = 300,
                   .body_end_diameter = 420,
                   .width = 40,
                   .pitch = 160,
                   .turns = 1.3,
                   .ends = ends};
    expect_stretched(s, sheet, changes_of(s), {Hand::as_drawn});
    s.pitch.reset();
    s.lead = Angle::degrees(9);
    auto changes = changes_of(s);
    changes.push_back(change(s, "", [](HelicalStrip& o) { o.lead = Angle::degrees(9.05); }));
    expect_stretched(s, sheet, changes, {Hand::opposite});
  }
}

TEST(Given, StandingStripsAreHeldAgainstTheirSizes) {
  const Sheet sheet{.thickness = 4, .sizes_on = Face::middle};
  for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright}) {
    HelicalStrip s{.body_diameter = 300,
                   .body_end_diameter = 360,
                   .width = 30,
                   .pitch = 160,
                   .turns = 0.8,
                   .ends = ends};
    s.tilt = Angle::degrees(70);
    s.strain = any;
    auto changes = changes_of(s);
    changes.push_back(change(s, "tilt", [](HelicalStrip& o) { o.tilt = Angle::degrees(70.1); }));
    expect_stretched(s, sheet, changes, {ends == StripEnds::level ? Hand::as_drawn : Hand::opposite});
  }
}

TEST(Given, DomesAreHeldAgainstTheirSizes) {
  const Sheet sheet{.thickness = 5, .sizes_on = Face::outside};
  const Dome d{.rim = 900, .rise = 180, .crown = 200, .gores = 16, .start = Angle::degrees(7), .strain = any};
  expect_stretched(
      d, sheet,
      {change(d, "", [](Dome& o) { *o.rim *= off; }), change(d, "", [](Dome& o) { *o.rise *= off; }),
       change(d, "crown", [](Dome& o) { *o.crown *= off; }), change(d, "gores", [](Dome& o) { o.gores = 8; }),
       change(d, "start.at", [](Dome& o) { o.start = Angle::degrees(7.1); })});
  const Dome whole{.diameter = 800, .whole = true, .gores = 12, .strain = any};
  expect_stretched(whole, sheet, {change(whole, "diameters", [](Dome& o) { *o.diameter *= off; })});
  const Dome two{.rise = 150, .diameter = 800, .gores = 12, .strain = any};
  expect_stretched(two, sheet, {change(two, "", [](Dome& o) { *o.rise *= off; })});
  const Dome dished{.kind = DomeKind::dished,
                    .rim = 800,
                    .crown_radius = 800,
                    .knuckle_radius = 90,
                    .straight = 40,
                    .gores = 12,
                    .strain = any};
  expect_stretched(dished, sheet,
                   {change(dished, "", [](Dome& o) { *o.rim *= off; }),
                    change(dished, "", [](Dome& o) { *o.crown_radius *= off; }),
                    change(dished, "", [](Dome& o) { *o.knuckle_radius *= off; }),
                    change(dished, "", [](Dome& o) { o.straight *= off; })});
}

TEST(Given, RuledWallsAreHeldAgainstTheirCurves) {
  const Sheet sheet{.thickness = 2, .sizes_on = Face::middle};
  const auto helix = [](double d, double pitch, double turns, double height) {
    return SpaceCurve{.diameter = d, .pitch = pitch, .turns = turns, .height = height};
  };
  const RuledWall w{.base = helix(300, 200, 0.6, 0), .top = helix(420, 260, 0.6, 80), .strain = any};
  expect_stretched(w, sheet,
                   {change(w, "base", [](RuledWall& o) { *o.base.diameter *= off; }),
                    change(w, "base", [](RuledWall& o) { *o.base.pitch *= off; }),
                    change(w, "base", [](RuledWall& o) { *o.base.turns *= off; }),
                    change(w, "top", [](RuledWall& o) { o.top.height *= off; }),
                    change(w, "top", [](RuledWall& o) { o.top.start = Angle::degrees(0.1); })});
  const RuledWall points{.base = {.points = {{0, 0, 0}, {150, 40, 10}, {300, 30, -10}, {450, 120, 0}}},
                         .top = {.points = {{0, 0, 200}, {200, 20, 210}, {450, 100, 200}}},
                         .rulings = Rulings::even,
                         .strain = any};
  expect_stretched(points, sheet,
                   {change(points, "base", [](RuledWall& o) { o.base.points[1].y += 0.1; }),
                    change(points, "top", [](RuledWall& o) { o.top.points[2].x += 0.1; })});
}

Transition change_of(Transition t, const std::function<void(Transition&)>& by) {
  by(t);
  return t;
}

TEST(Given, FoldedTransitionsAreHeldAgainstTheirPolygons) {
  const Sheet sheet{.thickness = 2, .sizes_on = Face::outside};
  Transition t{.base = {{.kind = ProfileKind::rectangle, .width = 400, .length = 300}},
               .top = {{.kind = ProfileKind::polygon, .sides = 4, .across_flats = 180}},
               .height = 250,
               .shift = {40, 15}};
  t.bend.radius = 3;
  t.bend.neutral_factor = 0.4;
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    const Seam seam{.at = Angle::degrees(90)};
    const std::vector<Blank> blanks = make_blanks(t, sheet, seam, {.hand = hand});
    const Body body = as_made(body_of(t, sheet, seam), hand);
    const auto worst = [&](const Transition& given) {
      Proof worst;
      for (const Blank& blank : blanks) {
        const Proof p = bent_up(blank, body, given, sheet, seam, hand);
        if (p.greatest_distance > worst.greatest_distance) worst = p;
      }
      return worst;
    };
    EXPECT_TRUE(worst(t).passed) << worst(t).where;
    const std::vector<Transition> others{
        change_of(t, [](Transition& o) { *o.base.profile.width *= off; }),
        change_of(t, [](Transition& o) { *o.top.profile.across_flats *= off; }),
        change_of(t, [](Transition& o) { *o.height *= off; }),
        change_of(t, [](Transition& o) { o.shift.y *= 1.02; }),
        change_of(t, [](Transition& o) { o.top.tilt = Angle::degrees(0.1); }),
        change_of(t, [](Transition& o) { o.top.profile.turn = Angle::degrees(0.1); }),
        change_of(t, [](Transition& o) { o.base.sizes_on = Face::inside; })};
    for (size_t i = 0; i < others.size(); ++i) {
      const Proof p = worst(others[i]);
      EXPECT_FALSE(p.passed) << i;
      EXPECT_TRUE(has(p.where, "corners as given")) << i << " " << p.where;
    }
  }
}

TEST(Given, HoppersArePartedWhereTheirSeamsAre) {
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  Hopper h{.base = {.width = 160, .length = 140}, .top = {.width = 420, .length = 380}, .height = 300};
  h.shift = {30, -20};
  h.bend = {.radius = 2, .neutral_factor = 0.42};
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    for (int eighth = 0; eighth < 8; ++eighth) {
      for (h.pieces = 1; h.pieces <= 2; ++h.pieces) {
        h.seam = eighth;
        const Seam seam{.gap = 1.5};
        const Body body = body_of(h, sheet, 1.5, hand);
        Hopper other = h;
        other.seam = (eighth + 1) % 8;
        bool seen = false;
        for (const Blank& b : make_blanks(h, sheet, seam, {.hand = hand})) {
          const Proof p = bent_up(b, body, h, sheet, hand);
          EXPECT_TRUE(p.passed) << eighth << " " << h.pieces << " " << p.where << " " << p.greatest_distance;
          const Proof off = bent_up(b, body, other, sheet, hand);
          seen = seen || (!off.passed && has(off.where, "seam as given"));
        }
        EXPECT_TRUE(seen) << eighth << " in " << h.pieces;
      }
    }
  }
}

TEST(Given, TubesAreOpenedWhereTheyAreSaidToBe) {
  const Sheet none{.thickness = 3};
  Tube tube;
  tube.width = 90;
  tube.depth = 60;
  tube.length = 400;
  tube.wall_thickness = 3;
  for (tube.opened_at = 0; tube.opened_at < 8; tube.opened_at += 2) {
    for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
      const Body body = body_of(tube, hand);
      const Blank blank = make_blanks(tube, none, {}, {.hand = hand}).front();
      EXPECT_TRUE(bent_up(blank, body, tube, hand).passed) << tube.opened_at;
      Tube other = tube;
      other.opened_at = (tube.opened_at + 2) % 8;
      const Proof off = bent_up(blank, body, other, hand);
      EXPECT_FALSE(off.passed);
      EXPECT_TRUE(has(off.where, "seam as given")) << off.where;
    }
  }
}

// By ruling, by folds and by even rulings; and of a cone whose top is shifted.
TEST(Given, SeamsOfTransitionsAndOffsetConesAreHeldAgainstTheirPlanAngles) {
  const Sheet sheet{.thickness = 2, .sizes_on = Face::middle};
  Transition ruled{
      .base = {{.kind = ProfileKind::rectangle, .width = 400, .length = 300, .corner_radius = 30}},
      .top = {{.kind = ProfileKind::circle, .diameter = 260}},
      .height = 350,
      .shift = {40, 15}};
  Transition folded = ruled;
  folded.base = {{.kind = ProfileKind::rectangle, .width = 400, .length = 300}};
  folded.top = {{.kind = ProfileKind::rectangle, .width = 200, .length = 240}};
  folded.bend = {.radius = 2, .neutral_factor = 0.42};
  Transition even{.base = {{.kind = ProfileKind::circle, .diameter = 300}},
                  .top = {{.kind = ProfileKind::ellipse, .width = 300, .length = 200}},
                  .height = 300};
  even.rulings = Rulings::even;
  even.strain = any;
  Cone cone{.base = Diameter::mm(600), .top = Diameter::mm(300), .height = 500};
  cone.shift = {70, -40};
  cone.base.sizes_on = Face::outside;
  for (const Shape& shape : {Shape(ruled), Shape(folded), Shape(even), Shape(cone)}) {
    for (const Hand hand : hands()) {
      for (const double at : {20.0, 200.0}) {
        const Seam seam{.at = Angle::degrees(at), .pieces = 2};
        for (const Blank& b : make_blanks(shape, sheet, seam, {.hand = hand})) {
          const Proof p = prove(b, shape, sheet, seam, {.hand = hand});
          EXPECT_TRUE(p.passed) << shape.index() << " " << p.where << " " << p.greatest_distance;
        }
      }
    }
  }
  // Parted a degree off, by folds and by even rulings.
  const Seam seam{.at = Angle::degrees(20)};
  const Seam other{.at = Angle::degrees(21)};
  for (const Hand hand : hands()) {
    const Blank flat = make_blanks(Shape(folded), sheet, seam, {.hand = hand}).front();
    const Proof bent = bent_up(flat, as_made(body_of(folded, sheet, seam), hand), folded, sheet, other, hand);
    EXPECT_FALSE(bent.passed);
    EXPECT_TRUE(has(bent.where, "seam as given")) << bent.where;
    const StretchedPart part = stretch(*even_where_needed(even, sheet, seam), sheet, hand);
    const Blank blank = make_blanks(Shape(even), sheet, seam, {.hand = hand}).front();
    const Proof stretched = prove_stretched(
        blank, part, [&](const auto& middle) { return miss_of_given(middle, even, other, hand, {}); });
    EXPECT_FALSE(stretched.passed);
    EXPECT_TRUE(has(stretched.where, "plan angle of the seam")) << stretched.where;
  }
}

// How long an element is from either end as that was before trims, and how far along each rim it lies.
TEST(Given, ElementsAreProvedFromTheUntrimmedEndsAndAlongTheRims) {
  const Sheet sheet{.thickness = 6, .sizes_on = Face::inside, .neutral_factor = 0.42};
  Cone cone{.base = Diameter::mm(600), .top = Diameter::mm(300), .height = 500};
  cone.base.contact = Contact::clear;
  cone.trims.push_back({.height = 430, .tilt = Angle::degrees(15), .uphill = Angle::degrees(70)});
  cone.trims.push_back({.end = EndName::base, .height = 60, .tilt = Angle::degrees(8)});
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    const Seam seam{.gap = 3, .at = Angle::degrees(40)};
    const Blank blank = make_blanks(cone, sheet, seam, {.hand = hand, .elements = 16}).front();
    const auto said = [&](const std::function<void(Element&)>& change) {
      Blank other = blank;
      change(other.elements.at(5));
      const Proof p = prove(other, cone, sheet, seam, {.hand = hand});
      return p.passed ? std::string() : p.where.in({}) + "; " + p.number.in({});
    };
    EXPECT_EQ(said([](Element&) {}), "");
    EXPECT_TRUE(has(said([](Element& e) { e.from_base += 0.01; }), "element 5 from the base"));
    EXPECT_TRUE(has(said([](Element& e) { e.from_top -= 0.01; }), "element 5 from the top"));
    EXPECT_TRUE(has(said([](Element& e) { e.base_run += 0.05; }), "along the base"));
    EXPECT_TRUE(has(said([](Element& e) { e.top_run += 0.05; }), "along the top"));
    EXPECT_TRUE(has(said([](Element& e) { e.length += 0.01; }), "length of element 5"));
  }
}

// Sides of a leaning cut count on their end's own face, whichever face the other end is measured on.
TEST(Given, SidesOfOffsetConesAreHeldOnTwoFaces) {
  const Sheet sheet{.thickness = 12, .neutral_factor = 0.42};
  for (const Face base : {Face::inside, Face::middle, Face::outside}) {
    for (const Face top : {Face::inside, Face::outside}) {
      Cone c{.base = Diameter::mm(600), .top = Diameter::mm(300), .height = 500};
      c.base.sizes_on = base;
      c.top.sizes_on = top;
      c.shift = {70, -40};
      c.trims.push_back({.short_side = 330, .long_side = 410, .uphill = Angle::degrees(35)});
      c.trims.push_back(
          {.end = EndName::base, .short_side = 420, .long_side = 470, .uphill = Angle::degrees(160)});
      for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
        const Seam seam{.at = Angle::degrees(20)};
        const Proof p =
            prove(make_blanks(c, sheet, seam, {.hand = hand}).front(), c, sheet, seam, {.hand = hand});
        EXPECT_TRUE(p.passed) << p.where << " " << p.greatest_distance;
      }
    }
  }
}

}  // namespace
}  // namespace juggler::testing
