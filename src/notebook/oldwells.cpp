#include "notebook/oldwells.h"

#include "notebook/notebookrows.h"
#include "notebook/recordjson.h"
#include "notebook/statement.h"

namespace iris {
namespace {

struct OldWells {
    std::vector<WellRecord> wells; ///< those that can be read
    bool isWhole = true;
};

OldWells wellsFrom(const std::string& text)
{
    OldWells old;
    Json json = Json::parse(text, nullptr, false);
    if (!json.is_object() || !json.contains("wells") || !json.at("wells").is_array())
        return {{}, text.empty()};
    numberOldWells(json);
    for (const Json& item : json.at("wells")) {
        try {
            old.wells.push_back(recordFrom<WellRecord>(JsonReader(item, "a well")));
        } catch (const Fault&) {
            old.isWhole = false;
        } catch (const Json::exception&) {
            old.isWhole = false;
        }
    }
    return old;
}

} // namespace

void numberOldWells(Json& file)
{
    if (!file.is_object() || !file.contains("wells") || !file.at("wells").is_array())
        return;
    int place = 0;
    for (Json& well : file.at("wells")) {
        ++place;
        if (well.is_object() && !well.contains("id"))
            well["id"] = place;
    }
}

Result<std::vector<std::string>> moveOldWells(const QSqlDatabase& database)
{
    const auto text =
        answerTo(QStringLiteral("SELECT coalesce((SELECT value FROM setting WHERE name = 'wells'), '')"), database);
    if (!text)
        return tl::unexpected(text.error());
    const OldWells old = wellsFrom(text->toString().toStdString());
    NotebookEdit edit;
    edit.wells.put = old.wells;
    Result<void> done = writeRows(database, edit);
    if (done)
        done = run(database, old.isWhole
                                 ? QStringLiteral("DELETE FROM setting WHERE name = 'wells'")
                                 : QStringLiteral("UPDATE setting SET name = 'wells_not_read' WHERE name = 'wells'"));
    if (!done)
        return tl::unexpected(done.error());
    return old.isWhole ? std::vector<std::string>() : std::vector<std::string>{"not all of its wells can be read"};
}

} // namespace iris
