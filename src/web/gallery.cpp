// Pictures of all parts of several jobs.
#include <fmt/format.h>
#include <glib.h>

#include <algorithm>
#include <memory>
#include <sstream>

#include "web.h"

namespace juggler {
namespace {

std::string picture_of(const Page& page) {
  std::ostringstream out;
  constexpr double dots_per_inch = 110;
  write_png(page, out, dots_per_inch);
  const std::string bytes = std::move(out).str();
  const std::unique_ptr<gchar, decltype(&g_free)> text(
      g_base64_encode(reinterpret_cast<const guchar*>(bytes.data()), bytes.size()), &g_free);
  return std::string("data:image/png;base64,") + text.get();
}

// A file's name as an address beside the page.
std::string address_of(const std::string& file) {
  const std::unique_ptr<gchar, decltype(&g_free)> text(g_uri_escape_string(file.c_str(), nullptr, TRUE),
                                                       &g_free);
  return text.get();
}

std::string blanks_of(const PieceResult& piece, const Units& units) {
  const std::string count = piece.blank.count > 1 ? fmt::format(", quantity {}", piece.blank.count) : "";
  return blank_size(piece, units) + count;
}

}  // namespace

std::vector<GalleryPart> gallery_parts(const JobResult& result, const std::string& file) {
  std::vector<GalleryPart> parts;
  std::vector<std::string> names;
  for (size_t i = 0; i < result.pieces.size(); ++i) {
    const PieceResult& piece = result.pieces[i];
    const std::string name = name_of_part(piece);
    const auto at = static_cast<size_t>(std::find(names.begin(), names.end(), name) - names.begin());
    if (at == names.size()) {
      constexpr double width = 78, height = 58;
      const bool page = file.ends_with(".html");
      parts.push_back({.name = name,
                       .number = piece.part.making.number,
                       .link = address_of(file) + (page ? fmt::format("#{}", i + 1) : ""),
                       .picture = draw_picture(result, i, width, height)});
      names.push_back(name);
    }
    GalleryPart& part = parts[at];
    part.blanks.push_back(blanks_of(piece, result.job.units));
    part.good = part.good && piece.proof.passed;
    part.verdict = part.good ? "proof passed" : "proof failed";
  }
  return parts;
}

void write_gallery(const std::vector<GalleryPart>& parts, std::ostream& out) {
  out << "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n"
      << "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n"
      << "<link rel=\"icon\" href=\"data:,\">\n<title>Parts</title>\n<style>\n"
      << gallery_style << "</style>\n</head>\n<body>\n<h1>" << parts.size()
      << (parts.size() == 1 ? " part" : " parts") << "</h1>\n<ul>\n";
  for (const GalleryPart& part : parts) {
    out << "<li>";
    const std::string name =
        escaped(part.name) + (part.number.empty() ? "" : " <small>" + escaped(part.number) + "</small>");
    if (!part.link.empty()) out << "<a href=\"" << escaped(part.link) << "\">";
    if (part.picture)
      out << "<img alt=\"\" width=\"338\" height=\"251\" src=\"" << picture_of(*part.picture) << "\">";
    out << "<b>" << name << "</b>";
    if (!part.link.empty()) out << "</a>";
    for (const std::string& blank : part.blanks) out << "<span>" << escaped(blank) << "</span>";
    out << "<span class=\"" << (part.good ? "good" : "bad") << "\">" << escaped(part.verdict)
        << "</span></li>\n";
  }
  out << "</ul>\n</body>\n</html>\n";
}

}  // namespace juggler
