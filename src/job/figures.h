// The shapes, labelled, in plain text. Private to the room.
#pragma once

namespace juggler {

inline constexpr const char* net_figure = R"(
                  top                                       seen from above, sides = 6
            .-----------.  - - -                            wall 2
           /      |      \     ^                          .-------.
          /       |       \    |                wall 3  /         \  wall 1: turn
         /  wall  |  wall  \   | height                /     +     \
        /         |         \  |               wall 4  \           /  wall 6
       '---------------------' v                         \         /
              base                                        '-------'
                                                            wall 5
)";

inline constexpr const char* tube_figure = R"(
        .---------.  - - - -                    seen from above
       /|        /|     ^                         .-------.
      / |       / |     |                       .'  corner '.
     '---------'  |     | length               |             |
     |  |      |  |     |                 -x   |             |  +x: the slit
     |  .------|--.     v                      |             |
     | /       | /  - - -                       '.         .'
     |/        |/                                 '-------'
     '---------'                                |<- side --->|
)";

inline constexpr const char* panel_figure = R"(
                      line                        seen along the run: the profile begins at the left,
              .-------------------.               its inside is on the left of its direction
             /                     \ arc, radius
    bend,   /                       \             { line = 40 }, { bend = 60, to = "left" },
    to left/ line                    |            { line = 90 }, { arc = 90, radius = 30, to = "right" }, ...
  --------'                          |
    line                             | line
)";

inline constexpr const char* hopper_figure = R"(
            top.width
    |<--------------------->|                   seen from above
    .-----------------------.  - - -            -x+y ------- +y ------- +x+y
     \                     /     ^               |  .                   .  |
      \      wall -y      /      | height        -x |    seam.at: a hip    | +x
       \                 /       |               |  .  or a wall's middle .|
        '---------------'   - - - v             -x-y ------- -y ------- +x-y
        |<------------->|
            base.width                          length: along y
)";

inline constexpr const char* transition_figure = R"(
           top.profile
           .--------.   - - -                   seen from above
          /|   /\   |\     ^                     .-----------------.
         / |  /  \  | \    |                     | \   .-----.   / |
        /  | /    \ |  \   | height              |  .'  top   '.  |
       /   |/      \|   \  |                     |  '.        .'  |
      '----'--------'----' v                     | /   '-----'   \ |
          base.profile                           '-----------------'
                                                 flats by the sides, cones about the corners
)";

inline constexpr const char* cylinder_figure = R"(
                          .  - - - - - - - -              seen from above
                      .-' |         ^                            90
                  .-'     |         |                       .---------.
              .-'         |         |                      /           \
 - - - -  .-'             |         | long_side       180 |      +      | 0, uphill
     ^    |               |         |                      \           /
 short_   |               |         |                       '---------'
 side     |               |         |                          270
     v    |               |         v                       plan angle
 - - - -  '---------------'  - - - - - - - -
          |<------------->|
              diameter           height: of both sides, where the top is level
)";

inline constexpr const char* cone_figure = R"(
           top.diameter
          |<--------->|                        seen from above
          .-----------.  - - - - -                   90
         /      |      \        ^               .---------.
        /       |       \       |              /           \
       /        |        \      | height  180 |      +      | 0
      /         |         \     |              \           /
     /    slant |half_angle\    v               '---------'
    '-----------------------'  - -                  270
    |<--------------------->|                    plan angle
          base.diameter
)";

inline constexpr const char* flight_figure = R"(
        outside.diameter                       the flat: a ring, open by a gap
      |<--------------->|                            .-------.
       .------.| |                                .'    _    '.
      '-._____  | |-----.   - - -                /    .' '.    \
       .------'-| |_____/     ^                 |    |  +  |    |
      '-._____  | |-----.     | pitch            \    '. .'  . /
       .------'-| |_____/   - v -                 '.    |  /  /
      '-._____  | |                                  '--'  \.'
               |<->|  shaft.diameter                       gap
)";

inline constexpr const char* coil_figure = R"(
           .-----------.
         .'  .-------.  '.
        /  .'  .---.  '.  \      spacing: from middle to middle
       |  |   '     |   |  |     of neighbouring turns
       |  |   start |   |  |
        \  '.     .'   /  /      width: of the strip, along the axis
         '.  '---'   .'  /
           '-------'  .-'
                  ---'  outside.diameter
)";

inline constexpr const char* strip_figure = R"(
        on.diameter
      |<----------->|                  ends:
      |           .-|                  square     level     upright    round
      |      .-'.-' |                   /\        .__         |.         .-.
      | .-'.-'      |  - - -           /  \        \  \       | '.      (   \
      |-'           |    ^                                     |          '
      |           .-|    | pitch
      |      .-'.-' |    |             width: square to the edges
      | .-'.-'      |  - v -
      |-' lead_angle|
      '-------------'
)";

inline constexpr const char* slide_figure = R"(
          across the slide                      seen from above
       |                     |                      .---------.
       |        |      |     | outer.height       .'  .---.  /
       |        |      |     |                   /   /     \/
       |________|      |_____|  floor           |   |   +   |
      outer   inner                              \   '.   .'  .
       wall   wall                                '.   '-'  .'
                |<---->| inside.diameter            '-------'
       |<------------------->| outside.diameter
)";

inline constexpr const char* dome_figure = R"(
       sphere                                  dished
             .---.  - - - - - - - -                  ______
          .-'  |  '-.             ^              .-'' |    ''-.
        .'  |  |  |  '.           | rise       .'     |crown_   '.
       /    |  |  |    \          |           |       |radius    |
      |    /   |   \    |         |           | knuckle_radius   |
      |___/____|____\___| - - - - v           |__________________|
      |<--------------->|                     |<---------------->|
         rim.diameter                             rim.diameter
)";

inline constexpr const char* wall_figure = R"(
              top edge: a helix, or points
              __________---------.
         .---'     |      |       '-.          rulings join the
        /     |    |      |      |    \        edges by straight
       /      |    |       |      |    \       lines
       '-._   |     |      |      |   .'
            '-.__   |       |    __.-'
                 '--|-------|---'
              base edge: a helix, or points
)";

}  // namespace juggler
