// Panels, hoppers, nets, tubes. Private to the families.
#pragma once

#include "bodies.h"
#include "juggler/formed.h"
#include "proof/given.h"

namespace juggler {

[[nodiscard]] Formed form_panel(const Part& part, const Panel& panel);
[[nodiscard]] Formed form_hopper(const Part& part, const Hopper& hopper);
[[nodiscard]] Formed form_net(const Part& part, const Net& net);
/// The face that a tube is opened on: a round one is a cylinder.
[[nodiscard]] Formed form_tube(const Part& part, const Tube& tube);

/// What is said of a tube, however it is formed.
void say_of_tube(Formed& formed, const Part& part, const Tube& tube);

/// A body of faces and zones, in what all of them share; what its proof holds it against.
[[nodiscard]] Formed form_body(const Part& part, Body body,
                               const std::function<GivenMiss(std::vector<FormedFace>)>& given);

/// whole  no other part cuts its ends
[[nodiscard]] GivenMiss miss_of_given(const std::vector<FormedFace>& faces, const Panel& panel,
                                      const Sheet& sheet, bool whole);
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedFace> faces, const Hopper& hopper, const Sheet& sheet,
                                      Hand hand);
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedFace> faces, const Net& net, const Sheet& sheet,
                                      Hand hand);
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedFace> faces, const Tube& tube, Hand hand);
[[nodiscard]] GivenMiss miss_of_given(WallProof wall, const Tube& tube, const Seam& seam, Hand hand);

[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Panel& panel);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Hopper& hopper);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Net& net);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Tube& tube);
[[nodiscard]] Record panel_record(const Panel& panel);
[[nodiscard]] Record hopper_record(const Hopper& hopper);
[[nodiscard]] Record net_record(const Net& net);
[[nodiscard]] Record tube_record(const Part& part, const Tube& tube);

[[nodiscard]] Seen body_seen(const std::shared_ptr<const Body>& body, const std::vector<Fact>& numbers,
                             const std::vector<const Blank*>& blanks);

}  // namespace juggler
