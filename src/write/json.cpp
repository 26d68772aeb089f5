#include <cmath>
#include <nlohmann/json.hpp>

#include "juggler/record.h"
#include "juggler/write.h"

namespace juggler {
namespace {

using Json = nlohmann::ordered_json;

// Infinite radii (straight edges) become null; -0 becomes 0.
Json json_of(double value) {
  if (!std::isfinite(value)) return nullptr;
  return value == 0 ? 0.0 : value;
}

Json json_of(const Record& record) {
  return std::visit(
      [](const auto& is) -> Json {
        using Is = std::decay_t<decltype(is)>;
        if constexpr (std::is_same_v<Is, Measured>) {
          return json_of(is.value);
        } else if constexpr (std::is_same_v<Is, Record::List>) {
          Json all = Json::array();
          for (const Record& one : is) all.push_back(json_of(one));
          return all;
        } else if constexpr (std::is_same_v<Is, Record::Members>) {
          Json all = Json::object();
          for (const auto& [name, value] : is) all[name] = json_of(value);
          return all;
        } else {
          return is;
        }
      },
      record.is());
}

// "length from seam start to seam end, neutral layer"
std::string meaning_of(const Measured& m) {
  std::string text = name_of(m.of);
  const auto add = [&](const char* before, const char* what) {
    if (*what) text += std::string(before) + what;
  };
  add(*m.to ? " from " : ", ", m.from);
  add(" to ", m.to);
  add(", ", m.on);
  return text;
}

Json meanings_json(const Record& record) {
  Json all = Json::object();
  for (const NumberMeaning& m : meanings_of(record)) all[m.path] = meaning_of(m.first);
  return all;
}

}  // namespace

void write_json(const JobResult& result, std::ostream& out) {
  const Record record = record_of(result);
  Json document = json_of(record);
  document["numbers"] = meanings_json(record);
  out << document.dump(2, ' ', false, Json::error_handler_t::replace) << '\n';
}

}  // namespace juggler
