#include "patience.h"

#include <chrono>

namespace juggler {

using Clock = std::chrono::steady_clock;

struct Watch::State {
  std::optional<Clock::time_point> until;
  std::stop_token stop;
};

namespace {

// Of a thread: everything below it is called without knowing of it.
thread_local const void* watched = nullptr;

}  // namespace

Watch::Watch(const Patience& patience) : state_(std::make_unique<State>()) {
  if (patience.seconds)
    state_->until = Clock::now() + std::chrono::duration_cast<Clock::duration>(
                                       std::chrono::duration<double>(*patience.seconds));
  state_->stop = patience.stop;
  before_ = static_cast<const State*>(watched);
  watched = state_.get();
}

Watch::~Watch() { watched = before_; }

void go_on() {
  const auto* state = static_cast<const Watch::State*>(watched);
  if (!state) return;
  if (state->stop.stop_requested()) throw Stopped("it was asked to stop");
  if (state->until && Clock::now() > *state->until) throw Stopped("it takes longer than it may");
}

}  // namespace juggler
