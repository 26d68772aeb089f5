// The joints of parts developed together.
#include <algorithm>
#include <map>

#include "juggler/develop.h"
#include "proof/joints.h"

namespace juggler {
namespace {

using Pieces = std::span<const PieceResult>;

// All blanks of a part, by its name or its key.
std::optional<JoinedPart> joined(Pieces pieces, const std::string& name) {
  std::optional<JoinedPart> part;
  for (const PieceResult& p : pieces) {
    if (p.part.name != name && p.part.key != name) continue;
    // Courses have a wall each, none of their shell's.
    const bool shell = p.part.course && p.part.name != name;
    if (!part)
      part = JoinedPart{shell ? name : p.part.name,
                        p.part.key,
                        shell ? nullptr : p.wall(),
                        p.formed->body.get(),
                        p.formed->stretched.get(),
                        p.formed->seam.value_or(Seam{}),
                        {},
                        &p.part.making.openings,
                        p.part.making.quantity};
    part->blanks.push_back(&p.blank);
  }
  return part;
}

// Of a shell its courses.
std::vector<JoinedPart> courses_in(Pieces pieces, const std::string& shell) {
  std::vector<std::string> names;
  std::vector<JoinedPart> courses;
  for (const PieceResult& p : pieces) {
    if (!p.part.course || p.part.key != shell ||
        std::find(names.begin(), names.end(), p.part.name) != names.end())
      continue;
    names.push_back(p.part.name);
    courses.push_back(*joined(pieces, p.part.name));
  }
  return courses;
}

// The mitres of a row of segments, from one end to the other.
void add_mitres(std::vector<JointProof>& joints, Pieces pieces, const std::string& key) {
  std::map<int, std::pair<std::string, RowPlace>> row;
  for (const PieceResult& p : pieces) {
    if (p.part.key != key || !p.wall()) continue;
    for (const RowPlace& place : p.part.row) row[place.position] = {p.part.name, place};
  }
  for (const auto& [position, lower] : row) {
    const auto next = row.find(position + 1);
    if (next == row.end()) continue;
    joints.push_back(prove_mitre(*joined(pieces, lower.first), lower.second,
                                 *joined(pieces, next->second.first), next->second.second));
  }
}

// Of a shell each course and the next above it.
void add_courses(std::vector<JointProof>& joints, Pieces pieces, const std::string& key) {
  std::map<int, const PieceResult*> row;
  for (const PieceResult& p : pieces) {
    if (p.part.course && p.part.key == key && p.wall()) row[p.part.course->number] = &p;
  }
  for (const auto& [number, lower] : row) {
    const auto next = row.find(number + 1);
    if (next == row.end()) continue;
    const Part& upper = next->second->part;
    joints.push_back(prove_course(*joined(pieces, lower->part.name), *lower->part.course,
                                  *joined(pieces, upper.name), *upper.course));
  }
}

// Of legs each pair once: those with legs that came before are known from there.
void add_crotches(std::vector<JointProof>& joints, Pieces pieces, const std::string& name,
                  const std::vector<std::string>& known) {
  const JoinedPart leg = *joined(pieces, name);
  for (size_t i = 0; i < leg.form->bodies.size(); ++i) {
    const std::string& body = leg.form->bodies[i].body;
    const bool before = std::find(known.begin(), known.end(), body) != known.end();
    const auto other = joined(pieces, body);
    const auto cuts = [&](const CrotchStretch& s) { return s.body == i; };
    const bool meets = std::any_of(leg.form->crotches.begin(), leg.form->crotches.end(), cuts);
    if (other && meets && (!before || body == name)) joints.push_back(prove_crotch(leg, i, *other));
  }
}

}  // namespace

std::vector<JointProof> joints_of(std::span<const PieceResult> pieces) {
  std::vector<std::string> names;
  std::vector<JointProof> joints;
  for (const PieceResult& p : pieces) {
    if (std::find(names.begin(), names.end(), p.part.name) != names.end()) continue;
    names.push_back(p.part.name);
    if (!p.part.mitres.empty() && p.part.row.front().position == 1) add_mitres(joints, pieces, p.part.key);
    if (p.part.course && p.part.course->number == 1) add_courses(joints, pieces, p.part.key);
    if (const auto* plate = std::get_if<Plate>(&p.part.asked);
        plate && plate->at_end && plate->at_end->fit == PlateFit::around) {
      const auto other = joined(pieces, plate->at_end->body);
      if (other && (other->form || other->body))
        joints.push_back(prove_ring(*plate->at_end, *other, *joined(pieces, p.part.name)));
    }
    for (const EdgeMeeting& meeting : p.part.meetings) {
      const auto other = joined(pieces, meeting.with);
      if (other && p.formed->body && other->body)
        joints.push_back(prove_seam(meeting, *joined(pieces, p.part.name), *other));
    }
    if (p.part.ends.empty()) continue;
    if (p.wall() && p.part.ends.front().beside) add_crotches(joints, pieces, p.part.name, names);
    for (const EndBody& end : p.part.ends) {
      if (end.beside) continue;
      const auto main = joined(pieces, end.body);
      if (main && end.met && (p.wall() || p.formed->body || p.formed->stretched))
        joints.push_back(prove_joint(end, *joined(pieces, p.part.name), *main, courses_in(pieces, end.body)));
    }
  }
  return joints;
}

}  // namespace juggler
