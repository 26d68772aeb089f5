#include "juggler/write.h"

namespace juggler {
namespace {

// A cell as RFC 4180 has it.
std::string quoted(const std::string& cell) {
  if (cell.find_first_of(",\"\n\r") == std::string::npos) return cell;
  std::string text = "\"";
  for (const char c : cell) text += c == '"' ? std::string("\"\"") : std::string(1, c);
  return text + "\"";
}

}  // namespace

void write_csv(const Schedule& schedule, std::ostream& out) {
  const auto line = [&](const std::vector<std::string>& cells) {
    for (size_t i = 0; i < cells.size(); ++i) out << (i == 0 ? "" : ",") << quoted(cells[i]);
    out << "\r\n";
  };
  line(schedule.heads);
  for (const auto& row : schedule.rows) line(row);
}

}  // namespace juggler
