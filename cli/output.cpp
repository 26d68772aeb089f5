#include "output.h"

#include <fmt/format.h>

#include <filesystem>
#include <set>
#include <sstream>

namespace juggler::cli {
namespace {

namespace fs = std::filesystem;

template <typename Write>
std::string text_of(Write write) {
  std::ostringstream out;
  out.imbue(std::locale::classic());
  write(out);
  return std::move(out).str();
}

// Everything that one job writes.
class Files {
 public:
  using Report = std::function<void(const std::string& name)>;
  Files(const JobResult& result, Source source, const Options& options, Report report)
      : result_(result),
        stem_(std::move(source.stem)),
        job_text_(std::move(source.text)),
        report_(std::move(report)),
        folder_(options.folder),
        wanted_(options.formats.begin(), options.formats.end()) {}

  [[nodiscard]] std::vector<NewFile> all() && {
    for (const PieceResult& piece : result_.pieces) {
      if (wants("dxf")) {
        add(name_of_piece(piece) + ".dxf", [&](std::ostream& out) { write_dxf(result_, piece, out); });
      }
      if (wants("csv") && !bends_of(piece.blank).empty()) {
        add(name_of_piece(piece) + "-bends.csv",
            [&](std::ostream& out) { write_csv(bend_list(result_, piece), out); });
      }
      if (wants("csv") && !(piece.blank.openings.empty() && piece.blank.notches.empty())) {
        add(name_of_piece(piece) + "-openings.csv",
            [&](std::ostream& out) { write_csv(opening_list(result_, piece), out); });
      }
      if (wants("txt")) add_card(piece);
    }
    if (wants("template")) add_templates();
    if (wants("txt") && wants("pdf")) add_cards();
    if (wants("pdf") || wants("svg") || wants("png") || wants("page")) add_drawing();
    if (wants("obj") || wants("stl") || wants("glb")) add_solids();
    if (wants("json")) add(stem_ + ".json", [&](std::ostream& out) { write_json(result_, out); });
    return std::move(files_);
  }

 private:
  [[nodiscard]] bool wants(const char* format) const { return wanted_.contains(format); }
  template <typename Write>
  void add(const std::string& name, Write write) {
    report_(name);
    files_.push_back({fs::path(folder_) / name, text_of(write)});
  }
  [[nodiscard]] std::string name_of_piece(const PieceResult& piece) const {
    const std::string own = file_name_of(piece);
    return own.empty() ? stem_ : stem_ + "-" + own;
  }
  static std::string numbered(const std::string& name, int number) {
    return number == 1 ? name : fmt::format("{}-page{}", name, number);
  }

  void add_card(const PieceResult& piece) {
    const std::string name = name_of_piece(piece) + "-card";
    add(name + ".txt", [&](std::ostream& out) {
      for (const std::string& line : card_lines(result_, piece)) out << line << '\n';
    });
    if (!wants("png")) return;
    int number = 0;
    for (const Page& page : draw_card(result_, piece))
      add(numbered(name, ++number) + ".png", [&](std::ostream& out) { write_png(page, out); });
  }

  void add_cards() {
    std::vector<Page> pages;
    for (const PieceResult& piece : result_.pieces) {
      for (Page& page : draw_card(result_, piece)) pages.push_back(std::move(page));
    }
    add(stem_ + "-card.pdf", [&](std::ostream& out) { write_pdf(pages, out, pages.front().title); });
  }

  void add_templates() {
    for (size_t i = 0; i < result_.pieces.size(); ++i) {
      const TemplateSet set = draw_template(result_, i);
      if (set.pages.empty()) continue;
      add(name_of_piece(result_.pieces[i]) + "-template.pdf",
          [&](std::ostream& out) { write_pdf(set.pages, out, set.pages.front().title); });
    }
  }

  void add_drawing() {
    std::vector<Page> pages;
    for (DrawingPage& drawn : draw_set(result_)) {
      const std::string name = numbered(name_of_piece(result_.pieces[drawn.piece]), drawn.of_piece);
      if (wants("svg")) add(name + ".svg", [&](std::ostream& out) { write_svg(drawn.page, out); });
      if (wants("png")) add(name + ".png", [&](std::ostream& out) { write_png(drawn.page, out); });
      pages.push_back(std::move(drawn.page));
    }
    if (std::optional<Page> together = draw_together(result_)) {
      if (wants("svg")) add(stem_ + "-together.svg", [&](std::ostream& out) { write_svg(*together, out); });
      if (wants("png")) add(stem_ + "-together.png", [&](std::ostream& out) { write_png(*together, out); });
      pages.push_back(std::move(*together));
    }
    if (wants("pdf"))
      add(stem_ + ".pdf", [&](std::ostream& out) { write_pdf(pages, out, pages.front().title); });
    if (wants("page"))
      add(stem_ + ".html", [&](std::ostream& out) { write_page(result_, pages, out, stem_, job_text_); });
  }

  void add_solids() {
    for (const SolidSet& set : solids_of(result_)) {
      const std::string name = set.name.empty() ? stem_ : stem_ + "-" + set.name;
      if (wants("obj")) add(name + ".obj", [&](std::ostream& out) { write_obj(set.solids, out); });
      if (wants("stl")) add(name + ".stl", [&](std::ostream& out) { write_stl(set.solids, out); });
      if (wants("glb")) add(name + ".glb", [&](std::ostream& out) { write_glb(set.solids, out); });
    }
  }

  const JobResult& result_;
  std::string stem_, job_text_;
  Report report_;
  std::string folder_;
  std::set<std::string> wanted_;
  std::vector<NewFile> files_;
};

}  // namespace

std::vector<NewFile> files_of(const JobResult& result, const Source& source, const Options& options,
                              const std::function<void(const std::string& name)>& report) {
  return Files(result, source, options, report).all();
}

std::string text_of_result(const JobResult& result) {
  return text_of([&](std::ostream& out) { write_json(result, out); });
}

}  // namespace juggler::cli
