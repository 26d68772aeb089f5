#include "cut_end.h"

#include "figures.h"

namespace juggler {

Contact middle_of_sheet(Contact contact) {
  const bool neutral = contact == Contact::neutral || contact == Contact::size_face;
  return neutral ? Contact::middle : contact;
}

double EdgeBeforeFace::side_of(const std::vector<Arc>& arcs) const {
  double nearer = 0;
  for (const Arc& arc : arcs) {
    const Vec2 p = point_at(arc, arc.length / 2);
    const Vec2 inwards = left_of(direction(heading_at(arc, arc.length / 2)));
    const auto on = formed_(p);
    const auto before = formed_(p + (within::little * blank_.size) * inwards);
    const auto off_on = on ? face_.from(on->at) : std::nullopt;
    const auto off_before = before ? face_.from(before->at) : std::nullopt;
    if (off_on && off_before) nearer += arc.length * (off_before->first - off_on->first);
  }
  return nearer < 0 ? -1 : 1;
}

std::function<double(double layer)> EdgeBeforeFace::layers(const FormedAt& at, double side) const {
  // Beside the end of a face some layers stand over none: they do not touch.
  const double none = end_.contact_made() == Contact::full ? -HUGE_VAL : HUGE_VAL;
  return [this, at, side, none](double layer) {
    const auto from = face_.from(at.at + layer * at.normal);
    return from ? side * from->first - end_.gap : none;
  };
}

double EdgeBeforeFace::off(const FormedAt& at, double side, Contact contact) const {
  const double half = blank_.thickness / 2;
  const auto [inside, outside] = at.faces.value_or(std::pair{-half, half});
  return off_contact(layers(at, side), contact, inside, outside);
}

}  // namespace juggler
