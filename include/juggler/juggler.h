// Everything that computes: sizes, forms, flats, blanks, proofs, numbers. Files and pictures: juggler/io.h.
#pragma once

#include "juggler/blank.h"
#include "juggler/develop.h"
#include "juggler/form.h"
#include "juggler/formed.h"
#include "juggler/geom.h"
#include "juggler/measure.h"
#include "juggler/part.h"
#include "juggler/phrase.h"
#include "juggler/solid.h"
