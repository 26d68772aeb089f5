// Profiles of a job: of transitions and of openings.
#include "reader.h"

namespace juggler {
namespace {

void read_file(Reader& r, const std::string& at, const std::string& source, Profile& p) {
  const Entry* path = r.at((at + ".path").c_str());
  const Entry* layer = r.at((at + ".layer").c_str());
  if (p.kind != ProfileKind::outline && (path || layer))
    refuse(path ? *path : *layer, "belongs to a profile from a file", {},
           fmt::format("say {}.kind = \"file\"", at));
  if (p.kind != ProfileKind::outline) return;
  if (!path)
    refuse(*r.at((at + ".kind").c_str()), "needs a file", {}, fmt::format("add {}.path = \"name.dxf\"", at));
  std::string on;
  r.text((at + ".layer").c_str(), on);
  read_outline(*path, source, r.units(), on, p);
}

}  // namespace

void read_profile_sizes(Reader& r, const std::string& at, Profile& p) {
  r.length((at + ".diameter").c_str(), p.diameter);
  r.length((at + ".width").c_str(), p.width);
  r.length((at + ".length").c_str(), p.length);
  r.length((at + ".between_centres").c_str(), p.between_centres);
  r.length((at + ".corner_radius").c_str(), p.corner_radius);
  r.angle((at + ".turn").c_str(), p.turn);
}

Profile read_profile_table(Reader& r, const std::string& at, ProfileKind kind, const std::string& source) {
  Profile p;
  p.kind = kind;
  read_profile_sizes(r, at, p);
  r.count((at + ".sides").c_str(), p.sides);
  r.length((at + ".across_flats").c_str(), p.across_flats);
  r.length((at + ".across_corners").c_str(), p.across_corners);
  for (int i = 1; r.has(fmt::format("{}.points.{}", at, i).c_str()); ++i) {
    Vec2 point;
    r.point(fmt::format("{}.points.{}", at, i), point);
    p.points.push_back(point);
  }
  r.flag((at + ".open").c_str(), p.open);
  read_file(r, at, source, p);
  return p;
}

}  // namespace juggler
