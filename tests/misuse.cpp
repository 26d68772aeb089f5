// Compiled once as it stands, which must work, and once with each name defined, which must not.
#include "juggler/juggler.h"

using namespace juggler;

[[maybe_unused]] const Vec3 in_space{1, 2, 3};
[[maybe_unused]] const Angle angle = Angle::degrees(30);
[[maybe_unused]] const End end = Diameter::mm(620);

#ifdef flat_point_as_space_point
const Vec3 moved = in_space + Vec2{1, 2};
#endif
#ifdef bare_number_as_angle
const Seam seam{.wedge = 0.4};
#endif
#ifdef bare_number_as_end
const Cone cone{.base = 620, .top = Pointed{}, .height = 100};
#endif
