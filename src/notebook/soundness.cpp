#include "notebook/soundness.h"

#include "base/text.h"
#include "notebook/mender.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

template <typename Record> const char* wordFor()
{
    const char* word = "";
    forEachKind([&](const auto& kind) {
        if constexpr (std::is_same_v<RecordOf<decltype(kind)>, Record>)
            word = kind.word;
    });
    return word;
}

template <typename Record> void sortAndMend(std::vector<Record>& records, const char* what, Complaints& complaints)
{
    for (Record& record : records)
        mend(record, complaints);
    std::ranges::stable_sort(records, {}, &Record::id);
    for (std::size_t i = 1; i < records.size(); ++i)
        if (records[i].id == records[i - 1].id)
            complaints.push_back(std::string("two ") + what + " have the number "
                                 + std::to_string(records[i].id.value));
    const auto sameId = [](const Record& one, const Record& other) { return one.id == other.id; };
    records.erase(std::unique(records.begin(), records.end(), sameId), records.end());
    const std::size_t impossible = std::erase_if(
        records, [](const Record& record) { return !allowed::id.holds(static_cast<double>(record.id.value)); });
    if (impossible > 0)
        complaints.push_back(std::to_string(impossible) + " of the " + what + " have an impossible number");
}

void forgetStrangers(std::vector<TubeId>& tubes, const Notebook& notebook, const std::string& where,
                     Complaints& complaints)
{
    const std::size_t strangers = std::erase_if(tubes, [&](TubeId tube) { return !notebook.tube(tube); });
    if (strangers > 0)
        complaints.push_back(where + " names a tube that is not there");
    const std::size_t before = tubes.size();
    for (auto tube = tubes.begin(); tube != tubes.end();)
        tube = std::find(tubes.begin(), tube, *tube) != tube ? tubes.erase(tube) : std::next(tube);
    if (tubes.size() < before)
        complaints.push_back(where + " names a tube twice");
}

/// Records that go with a tube which is not there, and tubes in lists that are not.
template <typename Record>
void mendNamedTubes(std::vector<Record>& records, const Notebook& notebook, const char* word, Complaints& complaints)
{
    if constexpr (requires { records.front().tubes; })
        for (Record& record : records)
            forgetStrangers(record.tubes, notebook, std::string(word) + " " + std::to_string(record.id.value),
                            complaints);
    std::erase_if(records, [&](const Record& record) {
        const TubeId owner = ownerOf(record);
        const bool stranger = owner.value != 0 && !notebook.tube(owner);
        if (stranger)
            complaints.push_back(std::string(word) + " " + std::to_string(record.id.value)
                                 + " names a tube that is not there");
        return stranger;
    });
}

void mend(PaletteWishes& wishes, const Notebook& notebook, Complaints& complaints)
{
    forgetStrangers(wishes.must, notebook, "the list of must-haves", complaints);
    forgetStrangers(wishes.never, notebook, "the list of tubes to leave out", complaints);
    mend(wishes, complaints);
    std::ranges::sort(wishes.must);
    std::ranges::sort(wishes.never);
}

template <typename Record> Result<void> checkAll(const std::vector<Record>& records)
{
    for (const Record& record : records)
        if (auto sound = checkSound(record); !sound)
            return sound;
    return {};
}

Result<void> checkPictures(const std::vector<Picture>& pictures)
{
    for (const Picture& picture : pictures)
        if (!isPictureName(picture.name))
            return failure(ErrorCode::BadValue, "a picture has a name that no picture has");
    return {};
}

} // namespace

void mend(PaletteWishes& wishes, Complaints& complaints)
{
    const std::size_t both = std::erase_if(
        wishes.never, [&](TubeId tube) { return std::ranges::find(wishes.must, tube) != wishes.must.end(); });
    if (both > 0)
        complaints.push_back("a tube is both a must and left out");
    if (!allowed::paletteTubes.holds(static_cast<double>(wishes.mostTubes))) {
        complaints.push_back("a palette has 1 to 12 tubes");
        wishes.mostTubes = static_cast<std::size_t>(allowed::paletteTubes.most);
    }
    if (wishes.sure != 0 && !allowed::timesIn100.holds(wishes.sure)) {
        complaints.push_back("recipes can be asked to come out 50 to 95 times in 100");
        wishes.sure = static_cast<int>(allowed::timesIn100.nearest(wishes.sure));
    }
}

/// Why nobody can handle paint so; nothing where one can.
std::optional<std::string> unsoundIn(const Handling& handling)
{
    if (!canMakeAPart(handling.touchesAPart))
        return "a part is 4, 6, 8, 10 or 12 touches, not " + std::to_string(handling.touchesAPart);
    if (!Paper::canBe(handling.paper.white()))
        return "the colour of the paper that is painted on is none of paper";
    return std::nullopt;
}

bool isNotebookCode(std::string_view text)
{
    constexpr std::size_t digits = 6;
    return text.size() == digits && text.find_first_not_of("0123456789ABCDEF") == std::string_view::npos;
}

bool isPictureName(std::string_view text)
{
    constexpr std::size_t digits = 64;
    return text.size() == digits && text.find_first_not_of("0123456789abcdef") == std::string_view::npos;
}

template <typename Record> void mend(Record& record, Complaints& complaints)
{
    Mender mender(complaints, wordFor<Record>(), record.id.value, calledIn(record));
    mendFields(record, mender);
}

// One for each kind; checkSound() of a record is in the header.
template void mend(Tube&, Complaints&);
template void mend(SwatchRecord&, Complaints&);
template void mend(PaperRecord&, Complaints&);
template void mend(DeviceRecord&, Complaints&);
template void mend(FilterRecord&, Complaints&);
template void mend(NeedRecord&, Complaints&);
template void mend(PaletteRecord&, Complaints&);
template void mend(MixRecord&, Complaints&);
template void mend(SheetRecord&, Complaints&);
template void mend(SubjectRecord&, Complaints&);
template void mend(WellRecord&, Complaints&);

void mend(Notebook& notebook, Complaints& complaints)
{
    forEachKind([&](const auto& kind) {
        changeList(notebook.*kind.records, [&](auto& records) {
            sortAndMend(records, kind.words, complaints);
            if (kind.most > 0 && records.size() > kind.most) {
                complaints.push_back("it has more than " + std::to_string(kind.most) + " " + kind.words);
                records.resize(kind.most);
            }
            mendNamedTubes(records, notebook, kind.word, complaints);
        });
    });
    mend(notebook.wishes, notebook, complaints);
    if (!notebook.code.empty() && !isNotebookCode(notebook.code)) {
        complaints.push_back("the notebook's code is not six hexadecimal digits");
        notebook.code.clear();
    }
    while (const auto unsound = unsoundIn(notebook.handling)) {
        complaints.push_back(*unsound);
        if (!canMakeAPart(notebook.handling.touchesAPart))
            notebook.handling.touchesAPart = usualTouchesAPart;
        else
            notebook.handling.paper = {};
    }
}

Result<void> checkSound(const NotebookEdit& edit)
{
    Result<void> sound;
    forEachKind([&](const auto& kind) {
        if (sound)
            sound = checkAll((edit.*kind.changes).put);
    });
    if (sound)
        sound = checkPictures(edit.pictures);
    if (sound && edit.wishes)
        sound = checkSound(*edit.wishes);
    if (sound && edit.code && !isNotebookCode(*edit.code))
        sound = failure(ErrorCode::BadValue, "the notebook's code is not six hexadecimal digits");
    if (sound && edit.handling)
        if (const auto unsound = unsoundIn(*edit.handling))
            sound = failure(ErrorCode::BadValue, *unsound);
    return sound;
}

} // namespace iris
