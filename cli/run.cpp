#include "run.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <set>
#include <sstream>

#include "files.h"
#include "output.h"
#include "progress.h"

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
  const std::string name = text.substr(0, equals);
  if (name.front() == '.' || name.back() == '.' || name.find("..") != std::string::npos)
    throw CallError(
        fmt::format("{} \"{:.80}\": has a key with an empty part; take out the point.", what, text));
  return {name, text.substr(equals + 1)};
}

std::vector<Setting> settings_of(const std::vector<std::string>& texts, const char* what) {
  std::vector<Setting> settings;
  for (const std::string& text : texts) settings.push_back(setting_of(text, what));
  return settings;
}

void print_rows(const std::vector<Row>& rows) {
  for (const Row& row : rows) std::cout << fmt::format("  {:<23} {}\n", row.name, row.value);
}

// Whether the terminal's locale is one of UTF-8; the first of these that is set counts.
bool speaks_utf8() {
  for (const char* name : {"LC_ALL", "LC_CTYPE", "LANG"}) {
    const char* value = std::getenv(name);
    if (!value || !*value) continue;
    const std::string locale(value);
    return locale.find("UTF-8") != std::string::npos || locale.find("utf8") != std::string::npos;
  }
  return false;
}

void print_title(const PieceResult& piece) {
  const std::string& number = piece.part.making.number;
  std::cout << title_of(piece) << (number.empty() ? "" : " (" + number + ")") << '\n';
}

void print_letters(const JobResult& result, const PieceResult& piece) {
  for (const std::string& line : draw_in_letters(piece, result.job.units, speaks_utf8()))
    std::cout << "  " << line << '\n';
}

void print_piece(const JobResult& result, const PieceResult& piece, const Options& options) {
  if (options.quiet && !options.draw) return;
  print_title(piece);
  if (!options.quiet) {
    std::cout << " asked for\n";
    print_rows(asked_for(result, piece));
    std::cout << " blank, " << face_up(piece.blank) << " face up\n";
    print_rows(key_numbers(result, piece));
  }
  if (options.draw) print_letters(result, piece);
  if (options.quiet) return;
  const Units& units = result.job.units;
  for (const Phrase& note : piece.blank.notes) std::cout << "  note: " << note.in(units) << '\n';
  for (const Phrase& warning : piece.blank.warnings) std::cout << "  warning: " << warning.in(units) << '\n';
}

void require_proof(const JobResult& result, const std::string& about) {
  for (const PieceResult& piece : result.pieces) {
    const Proof& p = piece.proof;
    if (p.passed) continue;
    complain(fmt::format(
        "{}: the proof of {} failed, nothing is written: off by {:g} mm ({}), seam {:g} mm, rims {:g} mm, "
        "area {:g} mm2, openings {:g} mm, numbers {:g} mm ({}), strain {:g}; allowed {:g} mm, {:g} mm2 and "
        "{:g}.",
        about, title_of(piece), p.greatest_distance, p.where.in(result.job.units), p.seam_mismatch,
        p.rim_mismatch, p.area_mismatch, p.opening_mismatch, p.number_mismatch, p.number.in(result.job.units),
        p.strain_mismatch, p.allowed, p.allowed_area, p.allowed_strain));
  }
  for (const JointProof& j : result.joints) {
    if (j.passed) continue;
    complain(fmt::format(
        "{}: {} and {} do not meet, nothing is written: off by {:g} mm ({}), the hole by {:g} mm; "
        "allowed {:g} mm.",
        about, j.branch, j.main, j.distance, j.where.in(result.job.units), j.hole_distance.value_or(0),
        j.allowed));
  }
}

struct Task {
  std::string about;  // the job's file, or the call
  std::string stem;
  std::function<std::string()> text;
  std::function<Job(const std::string& text)> job;
  std::vector<NewFile> beside = {};  // what else is written with its files
  std::string remarks = {};          // comments before the job's text where it is handed on
};

// What the jobs of one call leave behind for the end.
struct Gathered {
  std::vector<std::string> documents;  // for --json, to be printed together
  std::vector<GalleryPart> parts;      // of several jobs
  bool wants_parts = false;
  std::set<fs::path> written;
};

// The file of a job that a gallery leads to.
std::string shown_by(const std::string& stem, const JobResult& result, const Options& options) {
  const auto wants = [&](const char* format) {
    return std::find(options.formats.begin(), options.formats.end(), format) != options.formats.end();
  };
  if (wants("page")) return stem + ".html";
  if (wants("pdf")) return stem + ".pdf";
  const std::string own = result.pieces.empty() ? "" : file_name_of(result.pieces.front());
  const std::string first = own.empty() ? stem : stem + "-" + own;
  return wants("svg") ? first + ".svg" : wants("png") ? first + ".png" : "";
}

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

int develop_one(const Task& task, const Options& options, Gathered& gathered, Progress& progress) {
  progress.next_job();
  progress.show("developing " + task.about);
  const std::string text = task.text();
  const JobResult result = options.develop(task.job(text));
  progress.show("drawing " + task.about);
  if (!passed(result)) {
    require_proof(result, task.about);
    return proof_failed;
  }
  std::vector<NewFile> files;
  if (!options.folder.empty())
    files = files_of(result, {task.stem, task.remarks + text}, options,
                     [&](const std::string& name) { progress.show("drawing " + name); });
  files.insert(files.end(), task.beside.begin(), task.beside.end());
  write_once(files, options, gathered);
  if (gathered.wants_parts) {
    const std::vector<GalleryPart> parts = gallery_parts(result, shown_by(task.stem, result, options));
    gathered.parts.insert(gathered.parts.end(), parts.begin(), parts.end());
  }
  progress.clear();
  if (options.json) gathered.documents.push_back(text_of_result(result));
  if (options.json) return done;
  for (const PieceResult& piece : result.pieces) print_piece(result, piece, options);
  if (options.quiet) return done;
  if (!result.joints.empty()) std::cout << "joints\n";
  print_rows(joint_numbers(result));
  for (const NewFile& file : files) std::cout << "  wrote " << file.path.string() << '\n';
  if (files.empty() && !options.folder.empty())
    std::cout << "  wrote nothing: there are no bends and no openings to list as csv\n";
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

constexpr const char* gallery_name = "index.html";

// Pictures of all parts of several jobs, leading to what shows each.
int write_parts(const Gathered& gathered, const Options& options) {
  const fs::path path = fs::path(options.folder) / gallery_name;
  std::ostringstream text;
  text.imbue(std::locale::classic());
  write_gallery(gathered.parts, text);
  write_whole({{path, std::move(text).str()}}, options.replace);
  if (!options.quiet && !options.json) std::cout << "pictures of all parts: " << path.string() << '\n';
  return done;
}

int develop_all(const std::vector<Task>& tasks, const Options& options) {
  int code = done;
  Gathered gathered;
  gathered.wants_parts = tasks.size() > 1 && !options.folder.empty();
  if (gathered.wants_parts) {
    const fs::path path = fs::path(options.folder) / gallery_name;
    if (!options.replace) require_free(path);
    gathered.written.insert(path.lexically_normal());
  }
  Progress progress(tasks.size(), options.quiet);
  for (const Task& task : tasks) {
    const auto step = [&] { return develop_one(task, options, gathered, progress); };
    const int one = guarded(task.about, step, [&] { progress.clear(); });
    if (one != done && gathered.wants_parts)
      gathered.parts.push_back({.name = task.stem, .verdict = "not made", .good = false});
    code = worse(code, one);
  }
  progress.clear();
  const bool any = std::any_of(gathered.parts.begin(), gathered.parts.end(),
                               [](const GalleryPart& p) { return p.picture.has_value(); });
  if (any) code = worse(code, guarded(gallery_name, [&] { return write_parts(gathered, options); }));
  if (options.json) print_documents(gathered.documents, tasks.size());
  return flush_output(code);
}

FilesFrom files_from(const Options& options) {
  return options.any_file ? FilesFrom::anywhere : FilesFrom::job_folder;
}

Task file_task(const std::string& path, const std::vector<Setting>& settings, FilesFrom files) {
  return {path, fs::path(path).stem().string(), [path] { return read_whole(path); },
          [path, settings, files](const std::string& text) { return read_job(text, path, settings, files); }};
}

std::vector<Task> file_tasks(const std::vector<std::string>& jobs, const Options& options) {
  const std::vector<Setting> settings = settings_of(options.settings, "--set");
  std::vector<Task> tasks;
  std::string remarks;
  for (const Setting& s : settings) remarks += fmt::format("# developed with --set {}={}\n", s.path, s.text);
  for (const std::string& path : jobs) {
    tasks.push_back(file_task(path, settings, files_from(options)));
    tasks.back().remarks = remarks;
  }
  return tasks;
}

int check_one(const Task& task, const Options& options) {
  const JobResult result = options.develop(task.job(task.text()));
  for (const PieceResult& piece : result.pieces) {
    std::cout << fmt::format("{}: {}: {}\n", task.about, title_of(piece),
                             piece.proof.passed ? "can be made, proof passed" : "PROOF FAILED");
    for (const Phrase& warning : piece.blank.warnings)
      std::cout << "  warning: " << warning.in(result.job.units) << '\n';
  }
  if (passed(result)) return done;
  require_proof(result, task.about);
  return proof_failed;
}

// Words to choose from, in lines that a terminal has room for.
std::vector<std::string> choice_lines(const std::string& choices) {
  constexpr size_t room = 76;
  const std::string between = " | ";
  std::vector<std::string> lines{""};
  for (size_t at = 0; at < choices.size();) {
    const size_t end = std::min(choices.find(between, at), choices.size());
    const std::string word = choices.substr(at, end - at);
    at = end + between.size();
    if (!lines.back().empty() && lines.back().size() + between.size() + word.size() > room) {
      lines.back() += " |";
      lines.emplace_back();
    }
    lines.back() += (lines.back().empty() ? "" : between) + word;
  }
  return lines;
}

void print_keys(const std::vector<KeyHelp>& keys) {
  size_t width = 25;
  for (const KeyHelp& key : keys) width = std::max(width, key.path.size() + 1);
  for (const KeyHelp& key : keys) {
    const bool is_choice = key.kind.front() == '"';
    const bool is_long = key.kind.size() > 14;
    const std::string kind = is_choice ? "word" : is_long ? "angle or word" : key.kind;
    std::cout << fmt::format("  {:<{}}{:<15}{}\n", key.path, width, kind, key.meaning);
    if (!is_choice && !is_long) continue;
    for (const std::string& line : choice_lines(key.kind))
      std::cout << fmt::format("  {:<{}}{}\n", "", width + 15, line);
  }
}

}  // namespace

int guarded(const std::string& about, const std::function<int()>& step, const std::function<void()>& before) {
  const auto say = [&](const std::string& text) {
    before();
    complain(text);
  };
  try {
    return step();
  } catch (const JobRefusal& refusal) {
    const std::string place = shown(refusal.place());
    say((place.empty() ? about : place) + ": " + refusal.what());
    return refused;
  } catch (const Refusal& refusal) {
    say(about + ": " + refusal.what());
    return refused;
  } catch (const CallError& error) {
    say(error.what());
    return wrong_call;
  } catch (const FileError& error) {
    say(error.what());
    return no_file;
  } catch (const std::exception& error) {
    say(about + ": something unforeseen happened: " + error.what() + ". Please report it with the job.");
    return unforeseen;
  }
}

int develop(const std::vector<std::string>& jobs, const Options& options) {
  return develop_all(file_tasks(jobs, options), options);
}

int quick(const std::string& shape, const std::vector<std::string>& keys, const Options& options) {
  std::vector<Setting> settings = settings_of(keys, "quick");
  for (const Setting& s : settings_of(options.settings, "--set")) settings.push_back(s);
  Task task{"quick " + shape, shape, [&] { return quick_job_text(shape, settings); },
            [&](const std::string&) { return quick_job(shape, settings, files_from(options)); }};
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
  size_t longest = 0;
  for (const ShapeHelp& help : shapes()) {
    if (shape.empty()) longest = std::max(longest, std::string(help.name).size());
  }
  for (const ShapeHelp& help : shapes()) {
    if (!shape.empty() && shape != help.name) continue;
    found = true;
    std::cout << fmt::format("{:<{}}{}\n", help.name + std::string("  "), longest + 2, help.summary);
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
    const std::string near = nearest_word(shape, names);
    throw CallError(fmt::format("shapes: there is no shape \"{:.80}\"; there are: {}{}.", shape,
                                fmt::join(names, ", "), near.empty() ? "" : " (did you mean " + near + "?)"));
  }
  if (shape.empty()) std::cout << "`juggler shapes SHAPE` shows what one needs.\n";
  return flush_output(done);
}

int demo(const Options& options) {
  std::vector<NewFile> jobs;
  for (const DemoJob& job : demo_jobs()) jobs.push_back({fs::path(options.folder) / job.file, job.text});
  write_whole(jobs, options.replace);
  std::vector<std::string> paths;
  for (const NewFile& job : jobs) {
    if (job.path.extension() == ".toml") paths.push_back(job.path.string());
  }
  const int code = develop(paths, options);
  if (code == done && !options.quiet) {
    std::cout << fmt::format("{} jobs developed and proved. Look at them in a browser: {}/{}\n", paths.size(),
                             options.folder, gallery_name);
  }
  return flush_output(code);
}

}  // namespace juggler::cli
