// Keys of the sheet that nothing in the job does anything with.
#include "reader.h"

namespace juggler {
namespace {

bool rolls(const Panel& panel) {
  return std::any_of(panel.profile.begin(), panel.profile.end(),
                     [](const ProfileStep& step) { return step.arc.has_value(); });
}

// Why a part does nothing with a key of its sheet; empty where it does.
std::string why_idle(const Part& part, std::string_view key) {
  const Shape& shape = part.asked;
  if (std::holds_alternative<Tube>(shape)) {
    if (key == "sizes_on") return "a tube is sized on its outside";
    if (key == "thickness" || key == "gauge") return "a tube has the thickness of its `wall`";
    if (key == "neutral") return "nothing of a tube is bent";
  }
  if (key == "sizes_on") {
    if (std::holds_alternative<Coil>(shape) || std::holds_alternative<HelicalStrip>(shape))
      return fmt::format("the keys of a {} say themselves what they are measured on", part.shape);
  }
  if (key == "neutral") {
    const auto* panel = std::get_if<Panel>(&shape);
    if (panel && !rolls(*panel)) return "this panel has no arcs; of bends it is `bend.neutral`";
    if (std::holds_alternative<Hopper>(shape) || std::holds_alternative<Net>(shape))
      return "this part is bent sharply; of its bends it is `bend.neutral`";
  }
  return {};
}

// Refuses an entry that all of the parts that it is said of do nothing with.
void refuse_if_idle(const Entry* entry, const std::vector<Part>& parts, const std::string* part_key) {
  if (!entry) return;
  const std::string key = entry->path.substr(entry->path.rfind('.') + 1);
  std::string why;
  for (const Part& part : parts) {
    if (part_key && part.key != *part_key) continue;
    why = why_idle(part, key);
    if (why.empty()) return;
  }
  if (!why.empty()) refuse(*entry, "does nothing here: " + why, {}, "leave it out");
}

}  // namespace

void refuse_idle_sheet_keys(const Entries& entries, const std::vector<Part>& parts) {
  for (const std::string key : {"sizes_on", "thickness", "gauge", "neutral"}) {
    for (const Part& part : parts) {
      const std::string prefix = part.key.empty() ? "part." : "parts." + part.key + ".";
      refuse_if_idle(find(entries, prefix + "sheet." + key), parts, &part.key);
    }
    refuse_if_idle(find(entries, "sheet." + key), parts, nullptr);
  }
}

}  // namespace juggler
