#include "run.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <filesystem>
#include <iostream>
#include <set>
#include <sstream>

#include "files.h"

namespace juggler::cli {
namespace {

namespace fs = std::filesystem;

void complain(const std::string& text) { std::cerr << "juggler: " << text << '\n'; }

// Of several outcomes the worst counts.
int worse(int a, int b) {
  constexpr std::array rank{unforeseen, proof_failed, no_file, refused, wrong_call, done};
  const auto place = [&](int code) { return std::find(rank.begin(), rank.end(), code); };
  return place(a) < place(b) ? a : b;
}

Setting setting_of(const std::string& text, const char* what) {
  const size_t equals = text.find('=');
  if (equals == std::string::npos || equals == 0) {
    throw CallError(fmt::format("{} \"{:.80}\": wants NAME=VALUE, for example height=780.", what, text));
  }
  return {text.substr(0, equals), text.substr(equals + 1)};
}

std::vector<Setting> settings_of(const std::vector<std::string>& texts, const char* what) {
  std::vector<Setting> settings;
  for (const std::string& text : texts) settings.push_back(setting_of(text, what));
  return settings;
}

template <typename Write>
std::string text_of(Write write) {
  std::ostringstream out;
  out.imbue(std::locale::classic());
  write(out);
  return std::move(out).str();
}

std::string json_of(const JobResult& result) {
  return text_of([&](std::ostream& out) { write_json(result, out); });
}

// What a blank was made from, for the comments of its drawing.
std::vector<std::string> remarks_of(const JobResult& result, const PieceResult& piece) {
  std::vector<std::string> remarks{title_of(piece) + ", " + name_of(piece.blank.face_up) + " face up"};
  for (const Row& row : understood(result, piece)) remarks.push_back(row.name + ": " + row.value);
  return remarks;
}

// Everything that one job writes.
class Files {
 public:
  Files(const JobResult& result, std::string stem, const Options& options)
      : result_(result),
        stem_(std::move(stem)),
        folder_(options.folder),
        wanted_(options.formats.begin(), options.formats.end()) {}

  [[nodiscard]] std::vector<NewFile> all() && {
    for (const PieceResult& piece : result_.pieces) {
      if (wants("dxf")) {
        add(name_of_piece(piece) + ".dxf", [&](std::ostream& out) {
          write_dxf(piece.blank, out, result_.job.units, remarks_of(result_, piece));
        });
      }
      if (wants("txt")) add_card(piece);
    }
    if (wants("template")) add_templates();
    if (wants("txt") && wants("pdf")) add_cards();
    if (wants("pdf") || wants("svg") || wants("png")) add_drawing();
    if (wants("json")) add(stem_ + ".json", [&](std::ostream& out) { write_json(result_, out); });
    return std::move(files_);
  }

 private:
  [[nodiscard]] bool wants(const char* format) const { return wanted_.contains(format); }
  template <typename Write>
  void add(const std::string& name, Write write) {
    files_.push_back({fs::path(folder_) / name, text_of(write)});
  }
  [[nodiscard]] std::string name_of_piece(const PieceResult& piece) const {
    const std::string own = file_name_of(piece);
    return own.empty() ? stem_ : stem_ + "-" + own;
  }
  static std::string numbered(const std::string& name, int number) {
    return number == 1 ? name : fmt::format("{}-{}", name, number);
  }

  void add_card(const PieceResult& piece) {
    const std::string name = name_of_piece(piece) + "-bench";
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
    add(stem_ + "-bench.pdf", [&](std::ostream& out) { write_pdf(pages, out, pages.front().title); });
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
    for (DrawingSheet& sheet : draw_set(result_)) {
      const std::string name = numbered(name_of_piece(result_.pieces[sheet.piece]), sheet.of_piece);
      if (wants("svg")) add(name + ".svg", [&](std::ostream& out) { write_svg(sheet.page, out); });
      if (wants("png")) add(name + ".png", [&](std::ostream& out) { write_png(sheet.page, out); });
      pages.push_back(std::move(sheet.page));
    }
    if (wants("pdf"))
      add(stem_ + ".pdf", [&](std::ostream& out) { write_pdf(pages, out, pages.front().title); });
  }

  const JobResult& result_;
  std::string stem_;
  std::string folder_;
  std::set<std::string> wanted_;
  std::vector<NewFile> files_;
};

void print_rows(const std::vector<Row>& rows) {
  for (const Row& row : rows) std::cout << fmt::format("  {:<24}{}\n", row.name, row.value);
}

void print_piece(const JobResult& result, const PieceResult& piece) {
  const std::string& number = piece.part.making.number;
  std::cout << title_of(piece) << (number.empty() ? "" : " (" + number + ")") << '\n';
  std::cout << " as understood\n";
  print_rows(understood(result, piece));
  std::cout << " blank, " << name_of(piece.blank.face_up) << " face up\n";
  print_rows(key_numbers(result, piece));
  for (const std::string& note : piece.blank.notes) std::cout << "  note: " << note << '\n';
  for (const std::string& warning : piece.blank.warnings) std::cout << "  warning: " << warning << '\n';
}

void require_proof(const JobResult& result, const std::string& about) {
  for (const PieceResult& piece : result.pieces) {
    const Proof& p = piece.proof;
    if (p.passed) continue;
    complain(fmt::format(
        "{}: the proof of {} failed, nothing is written: off by {:g} mm ({}), seam {:g} mm, rims {:g} mm, "
        "area {:g} mm2; allowed {:g} mm and {:g} mm2.",
        about, title_of(piece), p.greatest_distance, p.where, p.seam_mismatch, p.rim_mismatch,
        p.area_mismatch, p.allowed, p.allowed_area));
  }
}

struct Task {
  std::string about;  // the job's file, or the call
  std::string stem;
  std::function<Job()> job;
  std::vector<NewFile> beside = {};  // what else is written with its files
};

// What the jobs of one call leave behind for the end.
struct Gathered {
  std::vector<std::string> documents;  // for --json, to be printed together
  std::set<fs::path> written;
};

void write_once(const std::vector<NewFile>& files, const Options& options, Gathered& gathered) {
  for (const NewFile& file : files) {
    if (!gathered.written.insert(file.path.lexically_normal()).second) {
      throw CallError(
          fmt::format("{}: two jobs of this call would write it; develop one of them with another -o.",
                      file.path.string()));
    }
  }
  write_whole(files, options.replace);
}

int develop_one(const Task& task, const Options& options, Gathered& gathered) {
  const JobResult result = options.develop(task.job());
  if (!passed(result)) {
    require_proof(result, task.about);
    return proof_failed;
  }
  std::vector<NewFile> files;
  if (!options.folder.empty()) files = Files(result, task.stem, options).all();
  files.insert(files.end(), task.beside.begin(), task.beside.end());
  write_once(files, options, gathered);
  if (options.json) gathered.documents.push_back(json_of(result));
  if (options.json || options.quiet) return done;
  for (const PieceResult& piece : result.pieces) print_piece(result, piece);
  for (const NewFile& file : files) std::cout << "  wrote " << file.path.string() << '\n';
  return done;
}

void print_documents(const std::vector<std::string>& documents, size_t jobs) {
  if (jobs == 1) {
    for (const std::string& d : documents) std::cout << d;
    return;
  }
  std::cout << '[';
  for (size_t i = 0; i < documents.size(); ++i) std::cout << (i ? ",\n" : "\n") << documents[i];
  std::cout << "]\n";
}

int flush_output(int code) {
  std::cout.flush();
  if (std::cout) return code;
  complain("standard output cannot be written.");
  return worse(code, no_file);
}

int develop_all(const std::vector<Task>& tasks, const Options& options) {
  int code = done;
  Gathered gathered;
  for (const Task& task : tasks) {
    code = worse(code, guarded(task.about, [&] { return develop_one(task, options, gathered); }));
  }
  if (options.json) print_documents(gathered.documents, tasks.size());
  return flush_output(code);
}

Task file_task(const std::string& path, const std::vector<Setting>& settings) {
  return {path, fs::path(path).stem().string(),
          [path, settings] { return read_job(read_whole(path), path, settings); }};
}

std::vector<Task> file_tasks(const std::vector<std::string>& jobs, const Options& options) {
  const std::vector<Setting> settings = settings_of(options.settings, "--set");
  std::vector<Task> tasks;
  for (const std::string& path : jobs) tasks.push_back(file_task(path, settings));
  return tasks;
}

int check_one(const Task& task, const Options& options) {
  const JobResult result = options.develop(task.job());
  for (const PieceResult& piece : result.pieces) {
    std::cout << fmt::format("{}: {}: {}\n", task.about, title_of(piece),
                             piece.proof.passed ? "can be made, proof passed" : "PROOF FAILED");
    for (const std::string& warning : piece.blank.warnings) std::cout << "  warning: " << warning << '\n';
  }
  if (passed(result)) return done;
  require_proof(result, task.about);
  return proof_failed;
}

void print_keys(const std::vector<KeyHelp>& keys) {
  for (const KeyHelp& key : keys) {
    const bool is_choice = key.kind.front() == '"';
    const bool is_long = key.kind.size() > 14;
    const std::string kind = is_choice ? "word" : is_long ? "angle or word" : key.kind;
    std::cout << fmt::format("  {:<20}{:<15}{}\n", key.path, kind, key.meaning);
    if (is_choice || is_long) std::cout << fmt::format("  {:<35}{}\n", "", key.kind);
  }
}

}  // namespace

int guarded(const std::string& about, const std::function<int()>& step) {
  try {
    return step();
  } catch (const JobRefusal& refusal) {
    const std::string place = shown(refusal.place());
    complain((place.empty() ? about : place) + ": " + refusal.what());
    return refused;
  } catch (const Refusal& refusal) {
    complain(about + ": " + refusal.what());
    return refused;
  } catch (const CallError& error) {
    complain(error.what());
    return wrong_call;
  } catch (const FileError& error) {
    complain(error.what());
    return no_file;
  } catch (const std::exception& error) {
    complain(about + ": something unforeseen happened: " + error.what() + ". Please report it with the job.");
    return unforeseen;
  }
}

int develop(const std::vector<std::string>& jobs, const Options& options) {
  return develop_all(file_tasks(jobs, options), options);
}

int quick(const std::string& shape, const std::vector<std::string>& keys, const Options& options) {
  std::vector<Setting> settings = settings_of(keys, "quick");
  for (const Setting& s : settings_of(options.settings, "--set")) settings.push_back(s);
  Task task{"quick " + shape, shape, [&] { return quick_job(shape, settings); }};
  if (!options.save_job.empty()) task.beside = {{options.save_job, quick_job_text(shape, settings)}};
  return develop_all({task}, options);
}

int check(const std::vector<std::string>& jobs, const Options& options) {
  int code = done;
  for (const Task& task : file_tasks(jobs, options)) {
    code = worse(code, guarded(task.about, [&] { return check_one(task, options); }));
  }
  return flush_output(code);
}

int show_shapes(const std::string& shape) {
  bool found = false;
  for (const ShapeHelp& help : shapes()) {
    if (!shape.empty() && shape != help.name) continue;
    found = true;
    std::cout << fmt::format("{:<10}{}\n", help.name, help.summary);
    if (shape.empty()) continue;
    std::cout << '\n'
              << help.figure << '\n'
              << help.needs << "\n\nKeys of [part]; with `quick` as they stand here:\n";
    print_keys(help.keys);
    std::cout << "\nKeys of the job and the sheet; with `quick` those of the sheet without `sheet.`:\n";
    print_keys(job_keys());
  }
  if (!found) {
    std::vector<std::string> names;
    for (const ShapeHelp& help : shapes()) names.push_back(help.name);
    throw CallError(
        fmt::format("shapes: there is no shape \"{:.80}\"; there are: {}.", shape, fmt::join(names, ", ")));
  }
  if (shape.empty()) std::cout << "`juggler shapes SHAPE` shows what one needs.\n";
  return flush_output(done);
}

int demo(const Options& options) {
  std::vector<NewFile> jobs;
  for (const DemoJob& job : demo_jobs()) jobs.push_back({fs::path(options.folder) / job.file, job.text});
  write_whole(jobs, options.replace);
  std::vector<std::string> paths;
  for (const NewFile& job : jobs) paths.push_back(job.path.string());
  const int code = develop(paths, options);
  if (code == done && !options.quiet) {
    std::cout << fmt::format("{} jobs developed and proved. Look at the pictures: {}/*.png\n", paths.size(),
                             options.folder);
  }
  return flush_output(code);
}

}  // namespace juggler::cli
