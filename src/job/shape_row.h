// A row of the table of shapes: what a job may say of a shape, and how it is read.
#pragma once

#include "reader.h"
#include "shape_keys.h"

namespace juggler {

struct ShapeRow {
  std::string name;
  std::string summary;
  std::string figure;  ///< labelled, in plain text, after a line's end
  std::string needs;
  std::vector<Key> (*keys)();
  /// The sizes, and of the seam and the sheet what counts there. The source names the folder of its files.
  void (*read)(Reader& part, const std::string& source, Part& into);
  /// Where one is several parts, or what is made of it hangs on its sizes.
  std::vector<Part> (*parts)(Reader& part, const std::string& source, Part read) = nullptr;
  /// Why a part does nothing with a key of its sheet; empty where it does.
  std::string (*idle)(const Part& part, std::string_view key) = nullptr;
  /// A size that is not given and follows from those that are, in the job's units or degrees; none where it
  /// has no such size. docs/job.md lists them.
  std::optional<double> (*derived)(Reader& part, Reader& sheet, Reader& own_sheet, const std::string& source,
                                   const std::string& key) = nullptr;
};
/// All shapes, in the order in which help names them. The first stands for any that is not known.
[[nodiscard]] const std::vector<ShapeRow>& shape_rows();
/// That of a shape; of any, where it is none.
[[nodiscard]] const ShapeRow& row_of(std::string_view shape);

}  // namespace juggler
