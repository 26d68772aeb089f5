// Plates in the result document.
#include "form/opening_forms.h"
#include "measure/record_parts.h"
#include "plate.h"

namespace juggler {

Record plate_record(const Plate& plate) {
  Record end;
  if (plate.at_end) {
    const PlateEnd& at = *plate.at_end;
    const bool saddle = at.fit == PlateFit::saddle;
    end = {
        {"part", at.body},
        {"end", name_of(at.end)},
        {"fits", name_of(at.fit)},
        {"on", at.on.empty() ? Record() : Record(at.on)},
        {"clearance",
         mm(at.clearance, saddle ? Between{"outside of that part", "edge of the hole", "square to it"}
                                 : Between{"that end", "edge of the plate", "its plane"})},
        {"width", mm(at.width, saddle ? Between{"edge of the hole", "edge of the plate", "flat"}
                                      : Between{"outside of that end", "edge of the plate", "its plane"})}};
  }
  return {{"form", plate.form ? Record(in_words(*plate.form).in({})) : Record()}, {"for", end}};
}

}  // namespace juggler
