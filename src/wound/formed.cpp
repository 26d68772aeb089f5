// Flights, coils and helical strips formed.
#include <mutex>

#include "blank/laid.h"
#include "winding.h"

#include "stretched/stretched.h"
#include "wound.h"

namespace juggler {
namespace {

Record with_elements(Record own, const Blank& b) {
  own.add("elements", b.elements.size() - 1);
  return own;
}

// What winds has no seam.
template <typename Own>
std::shared_ptr<const WoundPart> wound(const Part& part, const Own& shape) {
  const auto made = std::make_shared<const WoundPart>(wind(shape, part.sheet, part.making.hand));
  (void)seam_spans(made->form, part.seam);  // refuses one
  return made;
}

Formed form_wound(const Part& part, const std::shared_ptr<const WoundPart>& made) {
  Formed formed = formed_of(part);
  formed.form = {made, &made->form};
  formed.opens_flat = !made->stretched();
  formed.edges_open = true;
  formed.has_hand = true;
  formed.lay = [=](const Making& making) { return lay(*made, making); };
  return formed;
}

void see(Formed& formed, const std::shared_ptr<const WoundPart>& made, Winding winding) {
  winding.outside = formed.says.labels({}).front();
  formed.says.seen = [=](const Blank& b, const std::vector<const Blank*>&) {
    return wound_seen(made, winding, b);
  };
}

template <typename Own>
void prove_by_lines(Formed& formed, const Part& part, const std::shared_ptr<const WoundPart>& made,
                    const Own& own) {
  formed.prove = [=](const Blank& blank) {
    return prove_wound(blank, *made, [&](std::vector<FormedLine> lines) {
      return miss_of_given(std::move(lines), own, part.sheet, part.making.hand);
    });
  };
}

template <typename Miss>
void prove_by_middle(Formed& formed, const std::shared_ptr<const StretchedPart>& made, const Miss& miss) {
  formed.prove = [=](const Blank& blank) { return prove_stretched(blank, *made, miss); };
}

// The flats that each blank of a flight may be, the one made first; why one of them is not worked out. Of one
// that grows the other is worked out when it is first asked for.
class Flats {
 public:
  Flats(const Part& part, const Flight& flight, std::vector<std::vector<FlatRing>> made)
      : part_(part), flight_(flight), rings_(std::move(made)) {}

  [[nodiscard]] const std::vector<FlatRing>& of(const Blank& b) const {
    std::call_once(once_, [this] { add_others(); });
    return rings_[std::min(static_cast<size_t>(b.piece), rings_.size() - 1)];
  }
  [[nodiscard]] std::vector<Phrase> missing() const {
    std::call_once(once_, [this] { add_others(); });
    return missing_;
  }

 private:
  void add_others() const {
    if (!flight_.grows()) return;
    try {
      const std::vector<FlatRing> others = other_flats(flight_, part_.sheet, part_.making.hand);
      for (size_t i = 0; i < std::min(rings_.size(), others.size()); ++i) rings_[i].push_back(others[i]);
    } catch (const Refusal& refusal) {
      const char* name = flight_.flat == FlightFlat::equal_edges ? "least stretch" : "equal edges";
      missing_ = {"The flat of " + std::string(name) +
                  " is not reported beside it: " + in_one(refusal.text()) + "."};
    }
  }

  Part part_;
  Flight flight_;
  mutable std::once_flag once_;
  mutable std::vector<std::vector<FlatRing>> rings_;
  mutable std::vector<Phrase> missing_;
};

void say_of_flight(Formed& formed, const Part& part, const Flight& flight,
                   const std::shared_ptr<const Flats>& flats) {
  formed.sizes_on = std::nullopt;
  formed.laid_out_by = "sizes on the middle";
  formed.has_hand = true;
  formed.says.asked = [=]() { return asked_facts(part, flight); };
  formed.says.part = [=](const Blank& b) { return with_elements(flight_record(flight), b); };
  formed.says.tables = [=](const Blank& b) { return std::vector{strain_table(flats->of(b))}; };
  formed.says.notes = [=](const Blank&) { return flats->missing(); };
}

// Of rings.
Formed even_flight(const Part& part, const Flight& flight) {
  const auto made = wound(part, flight);
  std::vector<std::vector<FlatRing>> rings;
  for (int i = 0; i < made->blanks; ++i) rings.push_back(made->piece(i).flat_rings);
  const auto flats = std::make_shared<const Flats>(part, flight, std::move(rings));
  Formed formed = form_wound(part, made);
  formed.prove = [=](const Blank& blank) {
    return prove_flight(blank, *made, [&](const std::vector<CurvedPiece>& pieces) {
      return miss_of_given(pieces, flight, part.making.hand);
    });
  };
  say_of_flight(formed, part, flight, flats);
  formed.says.labels = [=](const Blank&) { return outside_labels(flight); };
  formed.says.numbers = [=](const Blank& b) { return wound_numbers(flats->of(b), b); };
  formed.says.members = [=](const Blank& b) { return ring_members(flats->of(b)); };
  formed.says.strain = [=](const Blank& b) { return std::optional(strain_field(flats->of(b).front(), b)); };
  const double shaft = flight.shaft.value_or(0);
  const bool even = *flight.turns >= 1 && !flight.pitch_to;
  see(formed, made,
      {shaft, flight.shaft_to.value_or(shaft), flight.turns_per_blank, part.making.hand == Hand::opposite,
       even ? *flight.pitch : 0});
  return formed;
}

Formed growing_flight(const Part& part, const Flight& flight) {
  const auto made = std::make_shared<const StretchedPart>(stretch(flight, part.sheet, part.making.hand));
  std::vector<std::vector<FlatRing>> rings;
  for (int i = 0; i < made->blanks; ++i) rings.push_back({ring_of(made->piece(i))});
  const auto flats = std::make_shared<const Flats>(part, flight, std::move(rings));
  Formed formed = form_stretched(part, made, false);
  prove_by_middle(formed, made, [=](const std::vector<CurvedPiece>& pieces) {
    return miss_of_given(pieces, flight, part.making.hand);
  });
  say_of_flight(formed, part, flight, flats);
  formed.says.numbers = [=](const Blank& b) {
    std::vector<Fact> rows = stretched_numbers(*made, b, false);
    if (!made->opens_flat()) add_rings(rows, flats->of(b));
    return rows;
  };
  formed.says.members = [=](const Blank& b) {
    Record own = strain_members(*made, b);
    own.add(ring_members(flats->of(b)));
    return own;
  };
  return formed;
}

Formed strip_that_stretches(const Part& part, const HelicalStrip& strip) {
  const auto made = std::make_shared<const StretchedPart>(stretch(strip, part.sheet, part.making.hand));
  Formed formed = form_stretched(part, made, false);
  prove_by_middle(formed, made, [=](const std::vector<CurvedPiece>& pieces) {
    return miss_of_given(pieces, strip, part.sheet, part.making.hand);
  });
  formed.has_hand = true;
  if (strip.tilt) {
    formed.sizes_on = std::nullopt;
    formed.laid_out_by = "sizes on the middle";
  }
  formed.says.asked = [=]() { return asked_facts(part, strip); };
  formed.says.part = [=](const Blank& b) { return with_elements(strip_record(strip, part), b); };
  return formed;
}

}  // namespace

Formed form_flight(const Part& part, const Flight& asked) {
  const Flight flight = with_ring_turns(asked, part.sheet);
  return flight.grows() && flight.flat == FlightFlat::least_stretch ? growing_flight(part, flight)
                                                                    : even_flight(part, flight);
}

Formed form_coil(const Part& part, const Coil& coil) {
  const auto made = wound(part, coil);
  Formed formed = form_wound(part, made);
  prove_by_lines(formed, part, made, coil);
  formed.says.asked = [=]() { return asked_facts(part, coil, *made->coil); };
  formed.says.labels = [=](const Blank&) { return outside_labels(*made->coil); };
  formed.says.numbers = [=](const Blank& b) { return wound_numbers(*made->coil, b); };
  formed.says.part = [=](const Blank& b) { return with_elements(coil_record(coil, *made->coil), b); };
  formed.says.members = [=](const Blank&) { return coil_members(*made->coil); };
  see(formed, made, {});
  return formed;
}

Formed form_strip(const Part& part, const HelicalStrip& strip) {
  if (strip.tilt || strip.body_end_diameter) return strip_that_stretches(part, strip);
  const auto made = wound(part, strip);
  Formed formed = form_wound(part, made);
  prove_by_lines(formed, part, made, strip);
  formed.says.asked = [=]() { return asked_facts(part, strip, *made->strip); };
  formed.says.labels = [=](const Blank&) { return outside_labels(strip, made->form.thickness); };
  formed.says.numbers = [=](const Blank& b) { return wound_numbers(*made->strip, b); };
  formed.says.part = [=](const Blank& b) { return with_elements(strip_record(strip, *made->strip), b); };
  formed.says.members = [=](const Blank&) { return strip_members(*made->strip); };
  see(formed, made, {*strip.body_diameter, *strip.body_diameter});
  return formed;
}

}  // namespace juggler
