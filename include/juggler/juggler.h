// Everything that computes: sizes, forms, flats, blanks, proofs. Files and pictures: juggler/io.h.
#pragma once

#include "juggler/blank.h"
#include "juggler/develop.h"
#include "juggler/form.h"
#include "juggler/geom.h"
#include "juggler/lettering.h"
#include "juggler/making.h"
#include "juggler/measure.h"
#include "juggler/opening.h"
#include "juggler/openings.h"
#include "juggler/part.h"
#include "juggler/proof.h"
#include "juggler/refusal.h"
