// Keys of the sheet that nothing in the job does anything with.
#include "shape_row.h"

namespace juggler {
namespace {

std::string why_idle(const Part& part, std::string_view key) {
  const ShapeRow& row = row_of(part.shape);
  return row.idle ? row.idle(part, key) : std::string();
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
