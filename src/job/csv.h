// Tables that users keep beside their jobs. Private to the room.
#pragma once

#include <algorithm>
#include <charconv>
#include <filesystem>
#include <sstream>

#include "named_file.h"
#include "reader.h"

namespace juggler {

// A CSV file: a line of heads, then rows of numbers. Empty lines and lines that begin with # are passed over.
class Csv {
 public:
  /// The file that an entry names, beside the source, and the heads that its columns may have.
  Csv(const Entry& named, const std::string& source, std::vector<std::string> heads)
      : named_(named), path_(path_of(named, source, kind())), known_(std::move(heads)) {
    split(text_of(named, path_, kind()));
    check_heads();
  }

  struct Cell {
    std::string text;
    int column = 1;
  };
  struct Row {
    int line = 1;
    std::vector<Cell> cells;
  };
  [[nodiscard]] const std::vector<Row>& rows() const { return rows_; }
  [[nodiscard]] const Row& heads() const {
    if (rows_.empty()) refuse(named_, "is an empty table", "a line of heads, then rows");
    return rows_.front();
  }

  [[noreturn]] void refuse_cell(int line, const Cell& cell, const std::string& reason,
                                const std::string& allowed) const {
    throw JobRefusal({path_.string(), line, cell.column}, {.reason = reason,
                                                           .key = named_.path,
                                                           .found = "\"" + cell.text.substr(0, 60) + "\"",
                                                           .allowed = allowed});
  }
  /// The column of a head, or -1.
  [[nodiscard]] int column(const std::string& head) const {
    for (size_t i = 0; i < heads().cells.size(); ++i) {
      if (heads().cells[i].text == head) return static_cast<int>(i);
    }
    return -1;
  }
  [[nodiscard]] double number(int line, const Cell& cell) const {
    double value = 0;
    const char* end = cell.text.data() + cell.text.size();
    const auto [stop, error] = std::from_chars(cell.text.data(), end, value);
    if (error != std::errc{} || stop != end || !std::isfinite(value))
      refuse_cell(line, cell, "is no number", "a plain number with a point, as 1.5");
    return value;
  }

 private:
  static FileKind kind() { return {{".csv", ".txt"}, "a CSV file", 1000000}; }

  // A head that is misspelt would lose its column, and one that stands twice leaves open which counts.
  void check_heads() const {
    if (rows_.empty()) return;
    for (const Cell& head : rows_.front().cells) {
      const auto same = [&](const Cell& c) { return c.text == head.text && !c.text.empty(); };
      if (std::count_if(rows_.front().cells.begin(), rows_.front().cells.end(), same) > 1)
        refuse_cell(rows_.front().line, head, "is the head of two columns", "each head once");
      if (std::find(known_.begin(), known_.end(), head.text) == known_.end())
        refuse_cell(rows_.front().line, head, "is no head of this table",
                    fmt::format("{}", fmt::join(known_, ", ")));
    }
  }

  void split(const std::string& text) {
    std::istringstream in(text);
    std::string line;
    for (int number = 1; std::getline(in, line); ++number) {
      if (!line.empty() && line.back() == '\r') line.pop_back();
      if (line.find_first_not_of(" \t") == std::string::npos || line.front() == '#') continue;
      Row row{number, {}};
      for (size_t at = 0; at <= line.size();) {
        const size_t comma = std::min(line.find(',', at), line.size());
        const size_t from = std::min(line.find_first_not_of(" \t", at), comma);
        const size_t to = line.find_last_not_of(" \t", comma == 0 ? 0 : comma - 1);
        const bool empty = from >= comma || to == std::string::npos || to < from;
        row.cells.push_back({empty ? "" : line.substr(from, to - from + 1), static_cast<int>(from) + 1});
        at = comma + 1;
      }
      rows_.push_back(std::move(row));
    }
  }

  const Entry& named_;
  std::filesystem::path path_;
  std::vector<std::string> known_;
  std::vector<Row> rows_;
};

class Reader;
/// The row that an entry names in the first column.
[[nodiscard]] const Csv::Row& row_named(const Csv& csv, const Entry& asked);
/// The list that the job names at a path.
[[nodiscard]] const Entry& list_of(Reader& r, const char* path, const Entry& asked);
/// A size of the row, where the list has that column and the cell is not empty.
void fill(const Csv& csv, const Csv::Row& row, const char* head, double mm, std::optional<double>& out);

}  // namespace juggler
