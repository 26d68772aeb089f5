#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "shape_row.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, Contact>, 11> contact_words{{{"left", Contact::inside},
                                                                         {"right", Contact::outside},
                                                                         {"lower", Contact::inside},
                                                                         {"upper", Contact::outside},
                                                                         {"size_face", Contact::size_face},
                                                                         {"inside", Contact::inside},
                                                                         {"middle", Contact::middle},
                                                                         {"outside", Contact::outside},
                                                                         {"neutral", Contact::neutral},
                                                                         {"clear", Contact::clear},
                                                                         {"full", Contact::full}}};
constexpr std::array<std::pair<const char*, int>, 2> lock_sides{{{"single", 1}, {"double", 2}}};
// What winds is right-hand as it is drawn.
constexpr std::array<std::pair<const char*, Hand>, 4> hand_words{{{"as_drawn", Hand::as_drawn},
                                                                  {"opposite", Hand::opposite},
                                                                  {"right", Hand::as_drawn},
                                                                  {"left", Hand::opposite}}};

Pressing read_pressing(Reader& r, const std::string& source) {
  Pressing p;
  if (r.at("pressing.hits")) {
    int hits = 0;
    r.count("pressing.hits", hits);
    p.hits = hits;
  }
  r.length("pressing.facet_width", p.facet_width);
  r.length("pressing.facet_error", p.facet_error);
  p.die = read_die(r, source);
  const int given = (p.hits ? 1 : 0) + (p.facet_width ? 1 : 0) + (p.facet_error ? 1 : 0);
  if (given > 1)
    refuse(*r.at(p.hits ? "pressing.hits" : "pressing.facet_width"),
           "is one of several ways of pressing that are given", "one of hits, facet_width and facet_error");
  return p;
}

constexpr std::array<std::pair<const char*, EdgeKind>, 4> edge_kinds{
    {{"lap", EdgeKind::lap}, {"hem", EdgeKind::hem}, {"lock", EdgeKind::lock}, {"seam", EdgeKind::seam}}};

// Keys that this kind of edge does nothing with.
void refuse_idle_keys(Reader& r, const EdgeWork& w) {
  const auto belongs = [&](const char* key, bool used, const char* to) {
    if (const Entry* e = r.at(key); e && !used)
      refuse(*e, fmt::format("belongs to {}, not to this edge", to), {}, "leave it out");
  };
  const bool hem = w.kind == EdgeKind::hem;
  const bool lock = w.kind == EdgeKind::lock;
  const bool seam = w.kind == EdgeKind::seam;
  belongs("radius", hem, "a hem");
  belongs("neutral", hem, "a hem");
  belongs("towards", hem || lock, "a hem or a lock");
  belongs("side", lock || seam, "a lock or a seam");
  belongs("notch", w.kind == EdgeKind::lap, "a lap; of a seam the list says it");
  belongs("width", !seam, "another kind; of a seam the list says it");
  belongs("seam", seam, "a seam");
  if (const Entry* side = r.at("side")) {
    const auto& word = std::get<std::string>(side->value);
    const bool of_seam = word == "a" || word == "b";
    if (of_seam != seam)
      refuse(*side, seam ? "is no side of a seam" : "is no side of a lock",
             seam ? "a or b" : "single or double");
  }
  belongs("extra", lock, "a lock");
  for (const char* key : {"holes.pitch", "holes.first_at", "holes.rows"})
    belongs(key, w.hole.has_value(), "holes of a diameter");
}

// One side of a seam of the list.
void read_side(Reader& r, const std::string& source, EdgeWork& w) {
  const auto seam = read_seam_kind(r, "seam", source);
  if (!seam)
    refuse(*r.at("kind"), "is a seam that is not named", "seam",
           "add seam = \"...\", its name in lists.seams");
  const Entry* side = r.at("side");
  if (!side) refuse(*r.at("seam"), "is given without its side", {}, "add side = \"a\" or side = \"b\"");
  const bool b = std::get<std::string>(side->value) == "b";
  const auto work = work_of(*seam, b, w.on, w.of);
  if (!work) refuse(*side, "adds nothing in the list", {}, "leave this edge out");
  w.width = work->width;
  w.folds = work->folds;
  w.notch = work->notch;
  w.notch_by_thickness = work->notch_by_thickness;
  w.seam = work->seam;
}

std::vector<EdgeWork> read_edges(Reader& part, const std::string& source) {
  std::vector<EdgeWork> works;
  part.tables("edge", [&](Reader& r) {
    EdgeWork w;
    w.key = fmt::format("edge.{}", works.size() + 1);
    r.text("on", w.on);
    if (w.on.empty())
      refuse(*r.first(), "belongs to an edge that is not named", {}, "add on = \"...\", the edge's name");
    r.choice("kind", edge_kinds, w.kind);
    r.count("which", w.which);
    r.text("of", w.of);
    r.length("notch", w.notch);
    r.length("width", w.width);
    r.angle("taper", w.taper);
    r.length("radius", w.radius);
    r.number("neutral", w.neutral_factor);
    r.either("towards", "up", w.up);
    r.choice("side", lock_sides, w.layers);
    r.length("extra", w.extra);
    r.length("holes.diameter", w.hole);
    r.length("holes.pitch", w.pitch);
    r.length("holes.first_at", w.first_at);
    r.count("holes.rows", w.rows);
    refuse_idle_keys(r, w);
    if (w.kind == EdgeKind::seam) read_side(r, source, w);
    works.push_back(std::move(w));
  });
  return works;
}

void read_notches(Reader& part, std::vector<Opening>& openings) {
  constexpr std::array<std::pair<const char*, NotchForm>, 3> forms{
      {{"square", NotchForm::square}, {"angled", NotchForm::angled}, {"round", NotchForm::round}}};
  int number = 0;
  part.tables("notch", [&](Reader& r) {
    EdgeNotch n;
    n.key = fmt::format("notch.{}", ++number);
    r.text("on", n.on);
    if (n.on.empty())
      refuse(*r.first(), "belongs to a notch whose edge is not named", {},
             "add on = \"...\", the edge's name");
    if (r.at("which")) r.count("which", n.which.emplace());
    r.choice("form", forms, n.form);
    r.length("along", n.along);
    r.length("depth", n.depth);
    if (!n.along)
      refuse(*r.first(), "belongs to a notch of no size", {},
             "add along = ..., how much of the edge it takes");
    r.check("along", n.along, 10 * limits::shortest, limits::longest);
    r.check("depth", n.depth, 10 * limits::shortest, limits::longest);
    if (const Entry* depth = r.at("depth"); depth && n.form == NotchForm::round)
      refuse(*depth, "belongs to another form: a round notch has a radius", {}, "leave it out");
    std::string at = "both";
    r.text("at", at);
    n.at_start = at != "end";
    n.at_end = at != "start";
    for (Opening& o : openings_of(n)) openings.push_back(std::move(o));
  });
}

Making read_making(Reader& r, const Job& job, const std::string& source) {
  Making making;
  making.name = job.name;
  making.number = job.number;
  r.text("name", making.name);
  r.text("number", making.number);
  r.count("quantity", making.quantity);
  r.count("elements", making.elements);
  r.length("elements.within", making.within);
  if (const Entry* within = r.at("elements.within"); within && r.at("elements"))
    refuse(*within, "is given beside a number of elements", {}, "leave one of the two out");
  r.length("fit", making.fit);
  r.flag("marks", making.marks);
  r.choice("hand", hand_words, making.hand);
  r.choice("face_up", named_faces, making.face_up);
  making.pressing = read_pressing(r, source);
  making.edges = read_edges(r, source);
  making.openings = read_openings(r, source);
  read_notches(r, making.openings);
  making.letterings = read_letterings(r, source);
  return making;
}

std::optional<PartPlace> read_stand(Reader& r) {
  if (!r.has("place")) return std::nullopt;
  PartPlace p;
  r.position("place.at", p.at);
  r.angle("place.lean", p.lean);
  r.angle("place.towards", p.towards);
  r.text("place.on", p.on);
  r.length("place.height", p.height);
  r.angle("place.angle", p.angle);
  r.angle("place.tilt", p.tilt);
  r.length("place.offset", p.offset);
  r.text("place.follows", p.follows);
  if (const Entry* end = r.at("place.end"); end && p.follows.empty())
    refuse(*end, "is an end of a part that this one follows, and none is named", {},
           "add place.follows, or leave it out");
  r.choice("place.end", end_words, p.follows_end);
  r.angle("place.spin", p.spin);
  return p;
}

// Ends that other parts cut; those that planes cut are read with the shape.
std::vector<EndBody> read_ends(Reader& part, const std::string& shape) {
  std::vector<EndBody> ends;
  const bool planes = find(shape_key_table(shape), "trim.1.height") != nullptr;
  int number = 0;
  part.tables("trim", [&](Reader& r) {
    ++number;
    const Entry* body = r.at("body");
    if (!body && !planes)
      refuse(*r.first(), "belongs to a trim that does not say what cuts the end", {},
             "add body = \"...\", the name of another part");
    for (const char* key : {"face", "gap"}) {
      const Entry* idle = r.at(key);
      if (idle && !body)
        refuse(*idle, "belongs to an end that another part cuts", {}, "add body, or leave it out");
    }
    if (!body) return;
    for (const char* key :
         {"height", "tilt", "uphill", "short_side", "long_side", "from_apex", "to_axis", "from_axis"}) {
      if (const Entry* idle = r.at(key))
        refuse(*idle, "belongs to a plane, and this end is cut by another part", {},
               "leave it out, or write a trim of its own");
    }
    EndBody e;
    e.key = fmt::format("trim.{}.body", number);
    std::optional<EndName> end;
    r.choice("end", end_words, end);
    if (!end)
      refuse(*body, "belongs to a trim that does not say which end it cuts off", {},
             "add end = \"top\" or end = \"base\"");
    e.end = *end;
    r.text("body", e.body);
    r.choice("face", named_faces, e.face);
    r.contact("contact", e.contact);
    if (e.contact == Contact::size_face)
      refuse(*r.at("contact"), "is no layer of an end that another part cuts",
             "inside, middle, outside, neutral, clear or full");
    r.length("gap", e.gap);
    r.check("gap", e.gap, 0, limits::longest);
    ends.push_back(std::move(e));
  });
  return ends;
}

// Parts that meet.
std::vector<MeetingParts> read_joints(const Entries& entries, Numbers& numbers, const Units& units) {
  constexpr std::array<std::pair<const char*, Fit>, 2> fits{
      {{"set_on", Fit::set_on}, {"set_in", Fit::set_in}}};
  std::vector<MeetingParts> joints;
  Reader all(entries, numbers, units, "");
  all.tables("joint", [&](Reader& r) {
    MeetingParts j;
    j.key = fmt::format("joint.{}", joints.size() + 1);
    for (const char* key : {"main", "branch", "fit"}) {
      if (!r.at(key))
        refuse(*r.first(), std::string("belongs to a joint that does not say its ") + key, {},
               std::string("add ") + key + " = \"...\"");
    }
    r.text("main", j.main);
    r.text("branch", j.branch);
    r.choice("fit", fits, j.fit);
    r.choice("end", end_words, j.end);
    r.length("gap", j.gap);
    r.length("clearance", j.clearance);
    r.length("beyond", j.beyond);
    r.check("gap", j.gap, 0, limits::longest);
    r.check("clearance", j.clearance, 0, limits::longest);
    r.check("beyond", j.beyond, 0, limits::longest);
    if (const Entry* beyond = r.at("beyond"); beyond && j.fit == Fit::set_on)
      refuse(*beyond, "belongs to a branch that is set in: one that is set on ends at the main's outside", {},
             "leave it out, or say fit = \"set_in\"");
    joints.push_back(std::move(j));
  });
  return joints;
}

// The parts' names in the order of the text; "" for [part].
std::vector<std::string> part_names(const Entries& entries, const std::string& source) {
  std::vector<std::string> names;
  for (const Entry& e : entries) {
    const bool single = e.path.starts_with("part.");
    if (!single && !e.path.starts_with("parts.")) continue;
    const std::string name = single ? "" : e.path.substr(6, e.path.find('.', 6) - 6);
    if (!single && !is_word(name, "_-")) refuse(e, "is no name for a part", "letters, digits, _ and -");
    if (std::find(names.begin(), names.end(), name) == names.end()) names.push_back(name);
    if (names.size() > 1 && std::find(names.begin(), names.end(), "") != names.end()) {
      refuse(e, "a job has either [part] or [parts.NAME], not both", {}, "give the single part a name too");
    }
  }
  if (!names.empty()) return names;
  throw JobRefusal(
      {source, 1, 1},
      {.reason = "the job has no part", .key = "part", .advice = "add a [part] table with a shape"});
}

// Whether its wall is joined along a ruling.
bool has_seam(const std::string& shape) { return find(shape_key_table(shape), "seam.wedge") != nullptr; }

Part read_part(const Entries& entries, Numbers& numbers, const Job& job, const std::string& name,
               const std::string& source) {
  const std::string prefix = name.empty() ? "part." : "parts." + name + ".";
  Reader part(entries, numbers, job.units, prefix);
  Reader sheet(entries, numbers, job.units, "sheet.");
  Reader own_sheet(entries, numbers, job.units, prefix + "sheet.");
  const Entry* shape = part.at("shape");
  if (!shape) {
    throw JobRefusal({source, 1, 1}, {.reason = "is missing",
                                      .key = prefix + "shape",
                                      .allowed = shown(shape_key_table("").front()),
                                      .advice = "say what shape the part has"});
  }
  Part p;
  p.name = p.key = name;
  p.shape = std::get<std::string>(shape->value);
  row_of(p.shape).read(part, source, p);
  read_sheet(sheet, source, p.sheet);
  read_sheet(own_sheet, source, p.sheet);
  if (has_seam(p.shape)) read_seam(part, p.seam);
  p.making = read_making(part, job, source);
  for (const Opening& o : p.making.openings) {  // a notch is an opening that is asked for otherwise
    if (!o.key.starts_with("notch.")) continue;
    p.asked_as[o.key + ".at.edge"] = o.key + ".on";
    p.asked_as[o.key + ".at.which"] = o.key + ".which";
    p.asked_as[o.key + ".at.along"] = o.key + ".along";
  }
  if (find(shape_key_table(p.shape), "bolts.1.on") != nullptr)
    part.tables("bolts", [&](Reader& r) {
      p.bolts.push_back(read_bolts(r, "", fmt::format("bolts.{}", p.bolts.size() + 1)));
    });
  for (const BoltHoles& b : p.bolts) {
    for (const char* own : {".edge", ".which", ".along"}) p.asked_as[b.key + ".at" + own] = b.key + ".on";
    p.asked_as[b.key + ".at.along_ruling"] = b.key + ".inset";
    p.asked_as[b.key + ".at.radius"] = b.key + ".circle";
  }
  p.place = read_stand(part);
  p.ends = read_ends(part, p.shape);
  return p;
}

// The part, and what is made beside it.
void add_part(const Entries& entries, Numbers& numbers, Job& job, const std::string& name,
              const std::string& source) {
  Part part = read_part(entries, numbers, job, name, source);
  const ShapeRow& row = row_of(part.shape);
  Reader r(entries, numbers, job.units, name.empty() ? "part." : "parts." + name + ".");
  if (!row.parts) return job.parts.push_back(std::move(part));
  try {
    for (Part& one : row.parts(r, source, part)) job.parts.push_back(std::move(one));
  } catch (const JobRefusal&) {
    throw;
  } catch (const Refusal& refusal) {
    throw located(job, part, refusal);
  }
}

Units read_units(const Entries& entries) {
  const Entry* units = find(entries, "job.units");
  return units ? *find_units(std::get<std::string>(units->value)) : Units{};
}

}  // namespace

void Reader::contact(const char* key, std::optional<Contact>& out) { choice(key, contact_words, out); }

namespace {

// A thickness that is the name of a gauge, as "16 ga", is looked up like one.
Entries with_gauges(Entries entries) {
  for (Entry& e : entries) {
    const auto* text = std::get_if<std::string>(&e.value);
    constexpr std::string_view key = "sheet.thickness";
    if (!text || !e.path.ends_with(key) || !(text->ends_with(" ga") || text->ends_with(" gauge"))) continue;
    e.path.replace(e.path.size() - std::string_view("thickness").size(), std::string::npos, "gauge");
  }
  return entries;
}

}  // namespace

Job job_of(const Entries& asked, const std::string& source) {
  const Entries entries = with_gauges(asked);
  check_version(entries, source);
  check_keys(entries);
  Job job;
  job.units = read_units(entries);
  for (const Entry& e : entries) job.given[e.path] = {e.place, shown(e)};
  Numbers numbers(entries, job.units);
  numbers.derive_by([&](const std::string& prefix, const std::string& key) {
    const Entry* shape = find(entries, prefix + "shape");
    const auto* word = shape ? std::get_if<std::string>(&shape->value) : nullptr;
    if (!word || !row_of(*word).derived) return std::optional<double>();
    Reader part(entries, numbers, job.units, prefix);
    Reader sheet(entries, numbers, job.units, "sheet.");
    Reader own_sheet(entries, numbers, job.units, prefix + "sheet.");
    return row_of(*word).derived(part, sheet, own_sheet, source, key);
  });
  for (const Entry& e : entries) {
    if (e.path.starts_with("let.")) job.named.push_back({e.path.substr(4), numbers.value(e, Dimension::any)});
  }
  Reader head(entries, numbers, job.units, "job.");
  head.text("name", job.name);
  head.text("number", job.number);
  head.text("date", job.date);
  read_tables(entries, numbers, job);
  for (const std::string& name : part_names(entries, source)) {
    add_part(entries, numbers, job, name, source);
  }
  job.joints = read_joints(entries, numbers, job.units);
  refuse_idle_sheet_keys(entries, job.parts);
  return job;
}

JobRefusal located(const Job& job, const Part& part, const Refusal& refusal) {
  const std::string prefix = part.key.empty() ? "part." : "parts." + part.key + ".";
  Refusal::Text text = refusal.text();
  if (const auto as = part.asked_as.find(text.key); as != part.asked_as.end()) text.key = as->second;
  const auto starts = [&](const char* table) { return text.key.starts_with(table); };
  const bool of_job = starts("drawing.") || starts("template.") || starts("joint.") ||
                      (starts("sheet.") && !job.given.contains(prefix + text.key));
  if (!text.key.empty() && !of_job) text.key = prefix + text.key;
  auto at = job.given.find(text.key);
  // A list, or the table in which a key is missing, stands where its first member does.
  const auto first_below = [&](const std::string& path) {
    const auto found = job.given.lower_bound(path);
    return found != job.given.end() && found->first.starts_with(path) ? found : job.given.end();
  };
  if (at == job.given.end()) at = first_below(text.key + ".");
  // A key that a table of a list lacks stands where that table does.
  for (const std::string& name : list_names()) {
    const size_t list = text.key.find("." + name + ".");
    if (at != job.given.end() || list == std::string::npos) continue;
    const auto table = first_below(text.key.substr(0, text.key.find('.', list + name.size() + 2)) + ".");
    if (table != job.given.end()) return {table->second.place, text, job.units};
  }
  // The core shows what it understood: say what stood there as well.
  if (at != job.given.end() && at->first == text.key && !text.found.empty())
    text.found += " (written " + at->second.text + ")";
  // A size that is missing has no place: its table's `shape` stands for it.
  if (at == job.given.end()) at = job.given.find(prefix + "shape");
  return {at == job.given.end() ? Place{} : at->second.place, text, job.units};
}

}  // namespace juggler
