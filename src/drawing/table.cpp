// Tables: column widths, lines of a cell, breaks between columns.
#include <algorithm>

#include "views.h"

namespace juggler {
namespace {

constexpr double least_letters = 1.9;
constexpr double padding = 1.5;
constexpr double leading = 0.6;  // between the lines of letters
constexpr double gap = 3.0;      // between tables

// A text in pieces that fit a width, broken between letters.
std::vector<std::string> chopped(const Layout& layout, const std::string& word, double letters_size,
                                 double width) {
  std::vector<std::string> parts{""};
  for (size_t i = 0; i < word.size();) {
    size_t next = i + 1;
    while (next < word.size() && (static_cast<unsigned char>(word[next]) & 0xC0) == 0x80) ++next;
    const std::string letter = word.substr(i, next - i);
    if (!parts.back().empty() && layout.extent(parts.back() + letter, letters_size).width > width)
      parts.emplace_back();
    parts.back() += letter;
    i = next;
  }
  return parts;
}

using Cells = std::vector<std::vector<std::string>>;  // the lines of each cell of a row

class Placer {
 public:
  explicit Placer(const std::function<Column()>& next) : next_(next), column_(next()) {
    y_ = column_.box.top;
  }

  void place(const Table& table) {
    if (table.rows.empty()) return;
    size_t row = 0;
    while (row < table.rows.size()) {
      measure(table);
      const double top = y_ + (y_ > column_.box.top ? gap : 0);
      const double head = head_height(table);
      if (top + head + height_of(cells(table.rows[row])) > column_.box.bottom && y_ > column_.box.top) {
        advance();
        continue;
      }
      row = stretch(table, row, top);
      if (row < table.rows.size()) advance();
    }
  }

 private:
  void advance() {
    column_ = next_();
    y_ = column_.box.top;
  }

  [[nodiscard]] double line_height() const { return column_.layout->extent("Ag", size_).height + leading; }

  // Each column as wide as its widest text. Too wide a table of numbers takes smaller letters; else the last
  // column takes what is left.
  void measure(const Table& table) {
    if (measured_ == &table && measured_for_ == column_.box.width()) return;
    measured_ = &table;
    measured_for_ = column_.box.width();
    size_ = small_letters;
    double whole = natural_widths(table);
    if (!table.heads.empty() && whole > column_.box.width()) {
      size_ = std::max(least_letters, 0.99 * size_ * column_.box.width() / whole);
      whole = natural_widths(table);
    }
    if (whole <= column_.box.width()) return;
    double before = whole - widths_.back();
    const double most = 0.6 * column_.box.width();
    if (before > most) {
      for (size_t i = 0; i + 1 < widths_.size(); ++i) widths_[i] *= most / before;
      before = most;
    }
    widths_.back() = column_.box.width() - before;
  }

  double natural_widths(const Table& table) {
    size_t columns = table.heads.size();
    for (const auto& row : table.rows) columns = std::max(columns, row.size());
    widths_.assign(columns, 0);
    const double edge = 2 * padding * size_ / small_letters;
    const auto add = [&](const std::vector<std::string>& row, bool bold) {
      for (size_t i = 0; i < row.size(); ++i)
        widths_[i] = std::max(widths_[i], column_.layout->extent(row[i], size_, bold).width + edge);
    };
    add(table.heads, true);
    for (const auto& row : table.rows) add(row, false);
    double whole = 0;
    for (double width : widths_) whole += width;
    return whole;
  }

  [[nodiscard]] Cells cells(const std::vector<std::string>& row) const {
    Cells all;
    for (size_t i = 0; i < row.size(); ++i)
      all.push_back(wrapped(*column_.layout, row[i], size_,
                            widths_[i] - 2 * padding * size_ / small_letters + within::beside));
    return all;
  }
  [[nodiscard]] double height_of(const Cells& row) const {
    size_t lines = 1;
    for (const auto& cell : row) lines = std::max(lines, cell.size());
    return static_cast<double>(lines) * line_height();
  }
  [[nodiscard]] double head_height(const Table& table) const {
    return line_height() + 1 + (table.heads.empty() ? 0 : line_height());
  }

  void put_row(const Cells& row, bool numbers, bool bold) {
    double x = column_.box.left;
    const double edge = padding * size_ / small_letters;
    for (size_t i = 0; i < row.size(); ++i) {
      double y = y_ + leading / 2;
      for (const std::string& text : row[i]) {
        const double width = column_.layout->extent(text, size_, bold).width;
        const double at = numbers && i > 0 ? x + widths_[i] - edge - width : x + edge;
        if (!text.empty()) column_.layout->put(text, {at, y}, size_, bold);
        y += line_height();
      }
      x += widths_[i];
    }
    y_ += height_of(row);
  }

  // As many rows as there is room for, one at least; returns the next.
  size_t stretch(const Table& table, size_t row, double top) {
    Layout& layout = *column_.layout;
    const size_t first = row;
    y_ = top;
    double right = column_.box.left;
    for (double width : widths_) right += width;
    layout.put(table.title + (row > 0 ? ", continued" : ""), {column_.box.left, y_}, size_, true);
    y_ += line_height() + 1;
    const double rules = y_;
    if (!table.heads.empty()) {
      Cells heads;
      for (const std::string& head : table.heads) heads.push_back({head});
      put_row(heads, table.numbers, true);
      layout.draw({{column_.box.left, y_}, {right, y_}}, Pen::table);
    }
    do {
      put_row(cells(table.rows[row]), table.numbers, false);
      ++row;
    } while (row < table.rows.size() && y_ + height_of(cells(table.rows[row])) <= column_.box.bottom);
    layout.box({column_.box.left, rules, right, y_}, Pen::table);
    layout.record({{column_.box.left, top, right, y_}, table.title, first, row - first});
    return row;
  }

  const std::function<Column()>& next_;
  Column column_;
  double y_ = 0;
  double size_ = small_letters;
  std::vector<double> widths_;
  const Table* measured_ = nullptr;  // what these are of, and for what room
  double measured_for_ = 0;
};

}  // namespace

std::vector<std::string> wrapped(const Layout& layout, const std::string& text, double letters_size,
                                 double width) {
  std::vector<std::string> lines{""};
  size_t at = 0;
  while (at < text.size()) {
    const size_t stop = std::min(text.find(' ', at), text.size());
    const std::string word = text.substr(at, stop - at);
    at = stop + 1;
    std::string& line = lines.back();
    const std::string longer = line.empty() ? word : line + " " + word;
    if (layout.extent(longer, letters_size).width <= width) {
      line = longer;
      continue;
    }
    const std::vector<std::string> parts = chopped(layout, word, letters_size, width);
    if (line.empty()) lines.pop_back();
    lines.insert(lines.end(), parts.begin(), parts.end());
  }
  return lines;
}

void place_tables(const std::vector<Table>& tables, const std::function<Column()>& next) {
  if (tables.empty()) return;
  Placer placer(next);
  for (const Table& table : tables) placer.place(table);
}

}  // namespace juggler
