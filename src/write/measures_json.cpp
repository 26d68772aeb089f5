// Every number that is said of a piece, with what it measures.
#include "json_parts.h"
#include "juggler/measure.h"

namespace juggler {
namespace {

// Empty where it is not said.
Json said(const std::string& text) { return text.empty() ? Json(nullptr) : Json(text); }

Json amounts_json(const Phrase& phrase) {
  Json amounts = Json::array();
  for (const auto& part : phrase.parts()) {
    const auto* amount = std::get_if<Amount>(&part);
    if (!amount) continue;
    amounts.push_back({{"value", number(amount->value)},
                       {"kind", name_of(amount->of)},
                       {"from", said(amount->from)},
                       {"to", said(amount->to)},
                       {"on", said(amount->on)}});
  }
  return amounts;
}

Json facts_json(const std::vector<Fact>& facts) {
  Json list = Json::array();
  for (const Fact& fact : facts) {
    Json amounts = amounts_json(fact.value);
    if (!amounts.empty())
      list.push_back({{"key", key_of(fact)}, {"name", fact.name}, {"amounts", std::move(amounts)}});
  }
  return list;
}

Json columns_json(const MeasuredTable& table) {
  Json columns = Json::array();
  for (const MeasuredColumn& c : table.columns) {
    columns.push_back({{"name", c.name},
                       {"kind", c.words ? Json(nullptr) : Json(name_of(c.of))},
                       {"from", said(c.from)},
                       {"to", said(c.to)},
                       {"on", said(c.on)}});
  }
  return columns;
}

}  // namespace

Json measures_json(const PieceResult& piece) {
  Json tables = Json::object();
  for (const MeasuredTable& table : {bends_of(piece, true), openings_of(piece), opening_groups_of(piece),
                                     webs_of(piece), elements_of(piece), creases_of(piece), faces_of(piece),
                                     hits_of(piece), walls_of(piece), strain_of(piece)}) {
    if (!table.rows.empty()) tables[table.key] = columns_json(table);
  }
  return {
      {"blank", facts_json(facts_of(piece))}, {"asked", facts_json(asked_of(piece))}, {"columns", tables}};
}

}  // namespace juggler
