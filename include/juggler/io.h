// Jobs in, drawings and documents out; with everything that computes.
#pragma once

#include "juggler/job.h"
#include "juggler/juggler.h"
#include "juggler/page.h"
#include "juggler/shop.h"
#include "juggler/write.h"
