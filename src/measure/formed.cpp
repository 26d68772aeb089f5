#include "juggler/formed.h"

#include <fmt/format.h>

namespace juggler {

Formed formed_of(const Part& part) {
  Formed formed;
  formed.thickness = *part.sheet.thickness;
  formed.sizes_on = part.sheet.sizes_on;
  formed.laid_out_by = fmt::format("neutral factor {:g}", part.sheet.neutral_factor);
  return formed;
}

}  // namespace juggler
