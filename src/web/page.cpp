// A job as one page for a browser: skeleton, style, library, program and data in one file.
#include <fmt/format.h>

#include <sstream>

#include "web.h"

namespace juggler {
namespace {

// Within a script nothing may look like its end, or like a comment in it.
std::string within_script(const std::string& json) {
  std::string all;
  all.reserve(json.size() + json.size() / 16);
  for (size_t i = 0; i < json.size(); ++i) {
    const char next = i + 1 < json.size() ? json[i + 1] : ' ';
    if (json[i] == '<' && (next == '/' || next == '!'))
      all += "\\u003c";
    else
      all += json[i];
  }
  return all;
}

// Printed on the drawings' own paper.
std::string paper_rule(const std::vector<Page>& drawings) {
  return drawings.empty() ? std::string()
                          : fmt::format("\n@page {{ size: {}mm {}mm; margin: 0; }}\n", drawings.front().width,
                                        drawings.front().height);
}

std::string printed(const Page& page) {
  std::ostringstream out;
  out.imbue(std::locale::classic());
  write_svg(page, out);
  return out.str();
}

}  // namespace

std::string escaped(const std::string& text) {
  std::string all;
  for (const char c : text) {
    if (c == '&')
      all += "&amp;";
    else if (c == '<')
      all += "&lt;";
    else if (c == '"')
      all += "&quot;";
    else
      all += c;
  }
  return all;
}

void write_page(const JobResult& result, const std::vector<Page>& drawings, std::ostream& out,
                const std::string& name, const std::string& job_text) {
  nlohmann::ordered_json data;
  data["name"] = name;
  data["units"] = {{"name", result.job.units.name}, {"mm", result.job.units.mm}};
  data["job"] = job_text;
  std::ostringstream document;
  document.imbue(std::locale::classic());
  write_json(result, document);
  data["result"] = document.str();
  data["pieces"] = nlohmann::ordered_json::array();
  for (size_t i = 0; i < result.pieces.size(); ++i) data["pieces"].push_back(piece_data(result, i));
  data["drawings"] = nlohmann::ordered_json::array();
  for (const Page& page : drawings) data["drawings"].push_back(printed(page));
  const std::string title = result.pieces.empty() ? name : name_of_part(result.pieces.front());
  out << "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n"
      << "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n"
      << "<link rel=\"icon\" href=\"data:,\">\n"
      << "<title>" << escaped(title) << "</title>\n<style>\n"
      << page_style << paper_rule(drawings) << "</style>\n</head>\n<body>\n"
      << page_body << "\n<script id=\"data\" type=\"application/json\">"
      << within_script(data.dump(-1, ' ', false, nlohmann::ordered_json::error_handler_t::replace))
      << "</script>\n<script>\n"
      << page_library << "\n</script>\n<script>\n"
      << page_script << "\n</script>\n</body>\n</html>\n";
}

}  // namespace juggler
