// A whole result as a tree of names: its job as asked for, and all pieces.
#include "juggler/record.h"

#include "juggler/shop.h"
#include "juggler/version.h"
#include "measure/record_parts.h"

namespace juggler {
namespace {

// The job as asked for.
Record job_record(const JobResult& r) {
  Record named = std::initializer_list<std::pair<const char*, Record>>{};
  for (const NamedSize& n : r.job.named) named.add(n.name, plain(n.value, {"", "", "in the job's units"}));
  Record::List parts;
  const std::string* last = nullptr;
  for (const PieceResult& piece : r.pieces) {
    if (!last || *last != piece.part.name) parts.push_back(part_record(piece));
    last = &piece.part.name;
  }
  return {{"name", r.job.name},
          {"number", r.job.number},
          {"units", r.job.units.name},
          {"named", named},
          {"parts", parts}};
}

Record clash_record(const Clash& c) {
  const bool overlap = c.kind == ClashKind::overlap;
  const Between from{"origin of the job's frame", "", overlap ? "deepest place" : "where it strikes"};
  return {{"kind", overlap ? "overlap" : "order"},
          {"part", c.part},
          {"other", c.other},
          {"at", Record::List{mm(c.at.x, from), mm(c.at.y, from), mm(c.at.z, from)}},
          {"depth", mm(c.depth, {"metal of one, or the part in its place", "surface of the other", ""})},
          {"through", c.through},
          {"other_way_round", c.other_way_round}};
}

}  // namespace

Record record_of(const JobResult& result) {
  const Job& job = result.job;
  return {{"juggler", version},
          {"job", job_record(result)},
          {"pieces", list_of(result.pieces,
                             [&](const PieceResult& p) { return piece_record(p, job.bench, job.units); })},
          {"joints", list_of(result.joints, [&](const JointProof& j) { return joint_record(j, job.units); })},
          {"clashes", list_of(result.clashes, clash_record)},
          {"proof", proof_record(worst_proof(result), job.units)}};
}

}  // namespace juggler
