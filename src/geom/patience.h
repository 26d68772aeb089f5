// How long the work that a thread does may still take.
#pragma once

#include "juggler/geom.h"

namespace juggler {

/// While it lives, the work of this thread is looked at; the one before it counts again afterwards.
class Watch {
 public:
  explicit Watch(const Patience& patience);
  ~Watch();
  Watch(const Watch&) = delete;
  Watch& operator=(const Watch&) = delete;

 private:
  struct State;
  friend void go_on();
  std::unique_ptr<State> state_;
  const State* before_ = nullptr;
};

/// To be called where work goes round, often enough: every millisecond or so.
/// Errors  Stopped where this thread's work has taken too long, or is asked to stop.
void go_on();

}  // namespace juggler
