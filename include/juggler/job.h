// Job files: text to parts. The only room that knows TOML.
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "juggler/part.h"

namespace juggler {

/// Where something stands. Lines and columns count from 1; 0 where there is none (a call's argument).
struct Place {
  std::string source;
  int line = 0;
  int column = 0;
};
[[nodiscard]] std::string shown(const Place& place);

/// A refusal with the place in the job that caused it.
class JobRefusal : public Refusal {
 public:
  JobRefusal(Place place, Text text, const Units& units = {})
      : Refusal(std::move(text), units), place_(std::move(place)) {}
  [[nodiscard]] const Place& place() const { return place_; }

 private:
  Place place_;
};

/// The unit of that name (mm, cm, m, in, ft), or null.
[[nodiscard]] const Units* find_units(std::string_view name);

/// Paper by its name, mm, upright.
struct Paper {
  std::string name;
  double width = 0;
  double height = 0;
  bool us = false;
};
/// A4 to A0, then Letter, Tabloid, and the larger US sheets ANSI-C, ANSI-D, ANSI-E; of each kind the smallest
/// first.
[[nodiscard]] const std::vector<Paper>& papers();
[[nodiscard]] const Paper* find_paper(std::string_view name);

/// A named size as worked out: in the job's units, or degrees, or a plain number.
struct NamedSize {
  std::string name;
  double value = 0;
};

/// A key as it was given: where, and how it was written.
struct Given {
  Place place;
  std::string text;
};

/// What the drawing is to look like.
struct Drawing {
  std::string paper = {};  ///< a paper's name, or "iso" or "us" for the smallest that serves; empty: by units
  std::optional<double> scale = {};  ///< of the blank, paper over plate; else the largest standard one
  bool dimensions = true;
  bool hidden_lines = true;  ///< of formed parts: dashed; else left out
};

/// How full-size templates are printed. Lengths mm.
struct Printing {
  std::string paper = {};  ///< a paper's name, or "roll"; empty: A4 or Letter, by units
  double roll_width = 914.4;
  double margin = 8;        ///< that the printer leaves on every side
  double overlap = 12;      ///< of neighbouring tiles
  double bar_across = 100;  ///< what the printed bars of 100 mm measure
  double bar_along = 100;
  bool blank = true;  ///< what is printed
  bool wrap = false;
  bool end_rings = false;
  bool sweeps = false;
  double paper_thickness = 0.1;  ///< of a wrap-round template
};

struct Job {
  std::string name;
  std::string number;
  std::string date;  ///< as given
  Units units;
  std::vector<NamedSize> named;
  std::vector<Part> parts;
  std::vector<MeetingParts> joints;
  Bench bench;
  Rolls rolls;
  Drawing drawing;
  Printing printed;
  std::map<std::string, Given> given;  ///< every key, by its dotted path
};

/// A value given outside the file, by dotted path or, for a named size, by its name alone.
struct Setting {
  std::string path;
  std::string text;
};

/// Reads a job.
///
/// text      TOML 1.0; source names it in messages
/// settings  replace or add keys after reading
/// Errors    JobRefusal with file, line, column, key, what was found and what is expected: no TOML, unknown
///           keys (with the nearest known one), wrong types, unknown names, cycles, units, versions.
/// files     from where the lists, outlines, bodies and fonts that it names are taken
enum class FilesFrom { job_folder, anywhere };
[[nodiscard]] Job read_job(std::string_view text, const std::string& source,
                           const std::vector<Setting>& settings = {},
                           FilesFrom files = FilesFrom::job_folder);

/// What a file that a job names holds, by the path as the job's own path makes it; nothing where there is
/// none.
using FileSource = std::function<std::optional<std::string>(const std::string& path)>;
/// The same with files taken from a caller: no file is opened but those of fonts that the system is asked
/// for.
[[nodiscard]] Job read_job(std::string_view text, const std::string& source,
                           const std::vector<Setting>& settings, const FileSource& files);

/// A job of one part from dotted keys, those of `sheet` and `part` without their table's name.
[[nodiscard]] Job quick_job(const std::string& shape, const std::vector<Setting>& settings,
                            FilesFrom files = FilesFrom::job_folder);
/// The same as the text of a job file.
[[nodiscard]] std::string quick_job_text(const std::string& shape, const std::vector<Setting>& settings);

/// A refusal from the core, put at the place of the key it names.
[[nodiscard]] JobRefusal located(const Job& job, const Part& part, const Refusal& refusal);

/// What a job may say: for messages and help.
struct KeyHelp {
  std::string path;
  std::string kind;  ///< "length", "angle", one of "inside | middle | outside", ...
  std::string meaning;
};
struct ShapeHelp {
  std::string name;
  std::string summary;
  std::string figure;  ///< labelled, in plain text
  std::string needs;
  std::vector<KeyHelp> keys;
};
[[nodiscard]] const std::vector<ShapeHelp>& shapes();
[[nodiscard]] std::vector<KeyHelp> job_keys();  ///< of all tables but [part]

/// The nearest of some words, or empty when none is near.
[[nodiscard]] std::string nearest_word(std::string_view word, const std::vector<std::string>& known);

}  // namespace juggler
