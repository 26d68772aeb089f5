// Every number that is said of the piece, with what it measures.
#include "juggler/measure.h"
#include "record_parts.h"

namespace juggler {
namespace {

// Nothing where it is not said.
Record said(const std::string& text) { return text.empty() ? Record() : Record(text); }

Record amounts_record(const Phrase& phrase) {
  Record::List amounts;
  for (const auto& part : phrase.parts()) {
    const auto* amount = std::get_if<Amount>(&part);
    if (!amount) continue;
    amounts.push_back({{"value", plain(amount->value, {"", "", "of the kind beside it"})},
                       {"kind", name_of(amount->of)},
                       {"from", said(amount->from)},
                       {"to", said(amount->to)},
                       {"on", said(amount->on)}});
  }
  return amounts;
}

Record facts_record(const std::vector<Fact>& facts) {
  Record::List all;
  for (const Fact& fact : facts) {
    const Record amounts = amounts_record(fact.value);
    if (!std::get<Record::List>(amounts.is()).empty())
      all.push_back({{"key", key_of(fact)}, {"name", fact.name}, {"amounts", amounts}});
  }
  return all;
}

Record column_record(const MeasuredColumn& c) {
  return {{"name", c.name},
          {"kind", c.words ? Record() : Record(name_of(c.of))},
          {"from", said(c.from)},
          {"to", said(c.to)},
          {"on", said(c.on)}};
}

}  // namespace

Record measures_record(const PieceResult& piece) {
  Record tables = std::initializer_list<std::pair<const char*, Record>>{};
  std::vector<MeasuredTable> all{bends_of(piece, true), openings_of(piece), opening_groups_of(piece),
                                 webs_of(piece),        elements_of(piece), creases_of(piece),
                                 faces_of(piece),       hits_of(piece),     walls_of(piece)};
  for (MeasuredTable& own : own_tables_of(piece)) all.push_back(std::move(own));
  for (const MeasuredTable& table : all) {
    if (!table.rows.empty()) tables.add(table.key, list_of(table.columns, column_record));
  }
  return {{"blank", facts_record(facts_of(piece))},
          {"asked", facts_record(asked_of(piece))},
          {"labels", facts_record(labels_of(piece))},
          {"columns", tables}};
}

}  // namespace juggler
