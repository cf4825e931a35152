#include "notebook/notebookjson.h"

#include "notebook/notebookstore.h"
#include "notebook/oldwells.h"
#include "notebook/recordfields.h"
#include "notebook/recordjson.h"
#include "notebook/recordkinds.h"
#include "notebook/soundness.h"
#include "notebook/wishjson.h"

#include <QByteArray>
#include <QCryptographicHash>
#include <algorithm>
#include <array>
#include <set>

namespace iris {
namespace {

constexpr auto formatName = "iris-bianca-notebook";
constexpr int formatVersion = 1;

std::string pictureNameOf(const QByteArray& bytes)
{
    return QCryptographicHash::hash(bytes, QCryptographicHash::Sha256).toHex().toStdString();
}

Picture readPicture(const JsonReader& reader)
{
    const QByteArray bytes = QByteArray::fromBase64(QByteArray::fromStdString(reader.get<std::string>("base64")));
    Picture picture{reader.get<std::string>("name"), bytes.toStdString()};
    if (picture.name != pictureNameOf(bytes))
        throw Fault{reader.place() + " does not match its name; it was damaged on the way"};
    return picture;
}

UsedIds readUsedIds(const JsonReader& reader)
{
    UsedIds ids;
    forEachKind([&](const auto& kind) {
        if (const auto last = reader.maybe<std::int64_t>(kind.table)) {
            if (!allowed::reference.holds(static_cast<double>(*last)))
                throw Fault{reader.place() + ": an impossible number"};
            ids[kind.table] = *last;
        }
    });
    return ids;
}

std::set<std::string> picturesNamedIn(const Notebook& notebook)
{
    std::set<std::string> names;
    forEachKind([&](const auto& kind) {
        for (const auto& record : notebook.*kind.records)
            forEachPictureIn(record, [&](const std::string& name) { names.insert(name); });
    });
    return names;
}

/// A dump is refused where a notebook would be mended: the file can still be put right by whoever wrote it.
void check(NotebookDump& dump)
{
    Complaints complaints;
    mend(dump.notebook, complaints);
    if (!complaints.empty())
        throw Fault{complaints.front()};
    std::set<std::string> carried;
    for (const Picture& picture : dump.pictures)
        carried.insert(picture.name);
    for (const std::string& name : picturesNamedIn(dump.notebook))
        if (!carried.contains(name))
            throw Fault{"a record names a picture that the file does not carry"};
}

NotebookDump readDump(const Json& json)
{
    const JsonReader reader(json, "the file");
    if (reader.get<std::string>("format", "") != formatName)
        throw Fault{"this is JSON, but not a notebook of Iris Bianca"};
    if (reader.get<int>("version") > formatVersion)
        throw Fault{"this was written by a newer Iris Bianca"};
    NotebookDump dump;
    Notebook& notebook = dump.notebook;
    forEachKind([&](const auto& kind) {
        notebook.*kind.records = reader.list(kind.list, recordFrom<RecordOf<decltype(kind)>>);
    });
    notebook.code = reader.get<std::string>("code", "");
    dump.pictures = reader.list("pictures", readPicture);
    if (reader.has("wishes"))
        notebook.wishes = readWishes(reader.child("wishes"));
    notebook.warmBlue = reader.named("warm_blue", named<WarmBlue>).value_or(WarmBlue::VioletSide);
    notebook.handling.touchesAPart = reader.get<int>("touches_a_part", usualTouchesAPart);
    notebook.handling.inOneGo = reader.get<std::string>("layers", "two") == "one";
    if (reader.has("own_paper"))
        notebook.handling.paper = Paper(reader.lab("own_paper"));
    if (reader.has("used_ids"))
        dump.usedIds = readUsedIds(reader.child("used_ids"));
    check(dump);
    return dump;
}

/// Everything up to the pictures, which are the last: an object that is not closed.
std::string textWithoutPictures(const NotebookDump& dump)
{
    const Notebook& notebook = dump.notebook;
    Json json{{"format", formatName}, {"version", formatVersion}};
    forEachKind([&](const auto& kind) { json[kind.list] = valueJson(notebook.*kind.records); });
    json["wishes"] = jsonOf(notebook.wishes);
    json["code"] = notebook.code;
    json["warm_blue"] = nameOf(notebook.warmBlue);
    json["touches_a_part"] = notebook.handling.touchesAPart;
    json["layers"] = notebook.handling.inOneGo ? "one" : "two";
    if (!notebook.handling.paper.isWhitePaper())
        json["own_paper"] = jsonOf(notebook.handling.paper.white());
    json["used_ids"] = Json::object();
    for (const auto& [kind, last] : dump.usedIds)
        json["used_ids"][kind] = last;
    std::string text = json.dump(1);
    text.resize(text.size() - 2); // the end of the line, and of the object
    return text;
}

/// Pictures in the form that the library gives everything else, one after the other.
class PictureWriter {
public:
    PictureWriter(std::string& text, std::size_t bytes) : m_text(text)
    {
        constexpr std::size_t around = 1 << 20;
        m_text.reserve(m_text.size() + bytes / 3 * 4 + around);
        m_text += ",\n \"pictures\": [";
    }

    void add(const Picture& picture)
    {
        const auto bytes = QByteArray::fromRawData(picture.bytes.data(), static_cast<qsizetype>(picture.bytes.size()));
        const QByteArray base64 = bytes.toBase64();
        m_text += m_any ? ",\n  {\n   \"name\": " : "\n  {\n   \"name\": ";
        m_text += Json(picture.name).dump() + ",\n   \"base64\": \"";
        m_text.append(base64.constData(), static_cast<std::size_t>(base64.size()));
        m_text += "\"\n  }";
        m_any = true;
    }

    void end() { m_text += m_any ? "\n ]\n}\n" : "]\n}\n"; }

private:
    std::string& m_text;
    bool m_any = false;
};

/// Takes the names of pictures that are lost out of the records that go by them.
void forget(Notebook& notebook, const std::set<std::string>& lost)
{
    forEachKind([&](const auto& kind) {
        changeAll(notebook.*kind.records, [&](auto& record) {
            forEachPictureIn(record, [&](std::string& name) {
                if (lost.contains(name))
                    name.clear();
            });
        });
    });
}

/// Calls visit(picture) for each that the records name and that is whole; the names of the others.
template <typename Visit>
std::set<std::string> visitPictures(const NotebookStore& store, const Notebook& notebook, Visit&& visit)
{
    std::set<std::string> lost;
    for (const std::string& name : picturesNamedIn(notebook)) {
        auto picture = store.picture(name);
        const bool whole =
            picture
            && name == pictureNameOf(QByteArray::fromRawData(picture->bytes.data(), qsizetype(picture->bytes.size())));
        if (whole)
            visit(std::move(*picture));
        else
            lost.insert(name);
    }
    return lost;
}

} // namespace

Result<FullDump> dumpOf(const NotebookStore& store, const Notebook& notebook)
{
    FullDump full{{notebook, {}, {}}, 0};
    auto usedIds = store.usedIds();
    if (!usedIds)
        return tl::unexpected(usedIds.error());
    full.dump.usedIds = std::move(*usedIds);
    const auto lost =
        visitPictures(store, notebook, [&](Picture picture) { full.dump.pictures.push_back(std::move(picture)); });
    forget(full.dump.notebook, lost);
    full.picturesLeftOut = lost.size();
    return full;
}

Result<WholeText> wholeNotebookJson(const NotebookStore& store, const Notebook& notebook)
{
    auto usedIds = store.usedIds();
    if (!usedIds)
        return tl::unexpected(usedIds.error());
    std::size_t bytes = 0;
    const auto lost = visitPictures(store, notebook, [&](const Picture& picture) { bytes += picture.bytes.size(); });
    NotebookDump dump{notebook, {}, std::move(*usedIds)};
    forget(dump.notebook, lost);
    WholeText whole{textWithoutPictures(dump), lost.size()};
    PictureWriter writer(whole.text, bytes);
    visitPictures(store, dump.notebook, [&](const Picture& picture) { writer.add(picture); });
    writer.end();
    return whole;
}

std::string writeNotebookJson(const NotebookDump& dump)
{
    std::string text = textWithoutPictures(dump);
    std::size_t bytes = 0;
    for (const Picture& picture : dump.pictures)
        bytes += picture.bytes.size();
    PictureWriter writer(text, bytes);
    for (const Picture& picture : dump.pictures)
        writer.add(picture);
    writer.end();
    return text;
}

Result<NotebookDump> readNotebookJson(std::string_view text)
{
    try {
        Json json = Json::parse(text);
        numberOldWells(json);
        return readDump(json);
    } catch (const Json::parse_error& error) {
        const auto until = text.substr(0, std::min(text.size(), error.byte));
        const int line = 1 + static_cast<int>(std::ranges::count(until, '\n'));
        return tl::unexpected(Error{ErrorCode::BadJson, "the text is no JSON", {}, line, 0});
    } catch (const Json::exception&) { // a number beyond double is no error of grammar
        return failure(ErrorCode::BadJson,
                       "the file holds a number that is too large, or something else no notebook may");
    } catch (const Fault& fault) {
        return failure(ErrorCode::BadJson, fault.message);
    }
}

NotebookEdit filling(const NotebookDump& dump)
{
    NotebookEdit edit;
    const Notebook& notebook = dump.notebook;
    forEachKind([&](const auto& kind) {
        const auto& records = notebook.*kind.records;
        (edit.*kind.changes).put = {records.begin(), records.end()};
    });
    if (!notebook.code.empty())
        edit.code = notebook.code;
    edit.wishes = notebook.wishes;
    edit.warmBlue = notebook.warmBlue;
    edit.handling = notebook.handling;
    edit.pictures = dump.pictures;
    edit.usedIds = dump.usedIds;
    return edit;
}

} // namespace iris
