#include "notebook/soundness.h"

#include "base/text.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

/// Looks at the values of one record, mends them and notes what was wrong.
class Mender {
public:
    Mender(Complaints& complaints, std::string what, std::int64_t id, const std::string& name = {})
        : m_complaints(complaints),
          m_record(std::move(what) + (id > 0 ? " " + std::to_string(id) : "")
                   + (name.empty() ? "" : " (" + asUtf8(name.substr(0, longestName)) + ")"))
    {
    }

    void complain(const std::string& what) { m_complaints.push_back(m_record + ": " + what); }

    void number(double& value, const char* what, const Range& range)
    {
        if (range.holds(value))
            return;
        complainOf(value, what, range);
        value = range.nearest(value);
    }
    void number(int& value, const char* what, const Range& range)
    {
        if (range.holds(value))
            return;
        complainOf(value, what, range);
        value = static_cast<int>(range.nearest(value));
    }
    template <typename Number> void number(std::optional<Number>& value, const char* what, const Range& range)
    {
        if (!value || range.holds(static_cast<double>(*value)))
            return;
        complainOf(static_cast<double>(*value), what, range);
        value.reset();
    }
    template <typename Id> void reference(Id& id, const char* what)
    {
        if (allowed::reference.holds(static_cast<double>(id.value)))
            return;
        complain(std::string(what) + " has an impossible number");
        id = {};
    }

    void colour(Lab& colour, const char* what)
    {
        if (isInRange(colour))
            return;
        complainOf(colour, what);
        colour = {labrange::lightness.nearest(colour.l), nearestOnAxis(colour.a), nearestOnAxis(colour.b)};
    }
    void colour(std::optional<Lab>& colour, const char* what)
    {
        if (!colour || isInRange(*colour))
            return;
        complainOf(*colour, what);
        colour.reset();
    }
    void colours(Swatch& swatch, const char* what)
    {
        for (Lab Swatch::*part : {&Swatch::full, &Swatch::thin, &Swatch::overBlack})
            colour(swatch.*part, what);
    }
    void colours(std::optional<Swatch>& swatch, const char* what)
    {
        if (!swatch)
            return;
        const std::size_t before = m_complaints.size();
        colours(*swatch, what);
        if (m_complaints.size() > before)
            swatch.reset();
    }

    void text(std::string& text, const char* what)
    {
        if (text.size() > allowed::textBytes) {
            complain(std::string(what) + " is longer than " + std::to_string(allowed::textBytes) + " bytes");
            text = asUtf8(text.substr(0, allowed::textBytes - bytesOfOneLetter));
        }
        if (!isUtf8(text)) {
            complain(std::string(what) + " has letters that are no UTF-8");
            text = asUtf8(text);
        }
        if (std::erase(text, '\0') > 0)
            complain(std::string(what) + " holds a zero byte");
    }
    void textOf(std::string& value, const Field& field)
    {
        switch (field.text) {
        case TextKind::Any:
        case TextKind::Title:
        case TextKind::Notes: text(value, field.words); break;
        case TextKind::Name: name(value, field.words); break;
        case TextKind::Day: day(value, field.words); break;
        case TextKind::Picture: picture(value); break;
        }
    }

private:
    void name(std::string& name, const char* what)
    {
        text(name, what);
        if (!trimmed(name).empty())
            return;
        complain(std::string("it has no ") + what);
        name = "no name";
    }
    void day(std::string& day, const char* what)
    {
        if (day.empty() || isDay(day))
            return;
        complain(std::string(what) + " is no day written as year, month and day, as in 2026-10-03");
        day.clear();
    }
    void picture(std::string& picture)
    {
        if (picture.empty() || isPictureName(picture))
            return;
        complain("its picture has a name that no picture has");
        picture.clear();
    }
    static constexpr std::size_t longestName = 60;
    static constexpr std::size_t bytesOfOneLetter = 4;

    static double nearestOnAxis(double value) { return std::isnan(value) ? 0 : labrange::axis.nearest(value); }

    void complainOf(double value, const char* what, const Range& range)
    {
        complain(std::string(what) + " is " + shortestNumber(value) + ", and runs from " + shortestNumber(range.least)
                 + " to " + shortestNumber(range.most));
    }
    void complainOf(const Lab& colour, const char* what)
    {
        complain(std::string(what) + " is L " + shortestNumber(colour.l) + ", a " + shortestNumber(colour.a) + ", b "
                 + shortestNumber(colour.b) + "; " + labRangeWords());
    }

    Complaints& m_complaints;
    std::string m_record;
};

template <HasFields Record> void mendFields(Record& record, Mender& mender);

/// One value, by its type and what its field tells.
template <typename Value> void mendValue(Value& value, const Field& field, Mender& mender)
{
    if constexpr (std::is_same_v<Value, std::string>) {
        mender.textOf(value, field);
    } else if constexpr (RecordId<Value>) {
        mender.reference(value, field.words);
    } else if constexpr (std::is_same_v<Value, Lab> || std::is_same_v<Value, std::optional<Lab>>) {
        mender.colour(value, field.words);
    } else if constexpr (std::is_same_v<Value, Swatch> || std::is_same_v<Value, std::optional<Swatch>>) {
        mender.colours(value, field.words);
    } else if constexpr (requires { mender.number(value, field.words, *field.range); }) {
        if (field.range)
            mender.number(value, field.words, *field.range);
    } else if constexpr (HasFields<Value>) {
        mendFields(value, mender);
    } else if constexpr (std::ranges::range<Value>) {
        if constexpr (requires { value.resize(field.most); })
            if (field.most > 0 && value.size() > field.most) {
                mender.complain("it has more than " + std::to_string(field.most) + " " + field.words);
                value.resize(field.most);
            }
        for (auto& item : value)
            mendValue(item, field, mender);
    }
}

/// A step of a well asks for what its kind needs.
template <> void mendValue(WellStep& step, const Field&, Mender& mender)
{
    mender.textOf(step.name, Field{.words = "the name of a tube"});
    mender.reference(step.tube, "a tube");
    switch (step.kind) {
    case WellStep::Kind::Paint: mender.number(step.amount, "an amount", allowed::wellParts); break;
    case WellStep::Kind::Water:
    case WellStep::Kind::Blot: mender.number(step.amount, "the share that stays", allowed::wellShare); break;
    case WellStep::Kind::Seen:
        mender.colour(step.seen, "a colour that was seen");
        mender.number(step.sd, "how far a colour may be off", allowed::sightSd);
        break;
    }
}

/// What the fields of a record say of each other.
template <typename Record> void mendTogether(Record&, Mender&) {}

template <> void mendTogether(MixRecord& mix, Mender& mender)
{
    if (mix.parts.empty()) {
        mender.complain("it has no tube");
        mix.parts.push_back({{}, "no longer known", 1});
    }
    if (mix.sheet.value == 0 && mix.cell != MixRecord().cell) {
        mender.complain("it names a square, but no sheet");
        mix.cell = MixRecord().cell;
    }
}

template <HasFields Record> void mendFields(Record& record, Mender& mender)
{
    Record::fields(record, [&](const char*, auto& value, const Field& field) { mendValue(value, field, mender); });
    mendTogether(record, mender);
}

template <typename Record> const char* wordFor()
{
    const char* word = "well";
    forEachKind([&](const auto& kind) {
        if constexpr (std::is_same_v<RecordOf<decltype(kind)>, Record>)
            word = kind.word;
    });
    return word;
}

std::int64_t numberOf(const auto& record)
{
    if constexpr (requires { record.id.value; })
        return record.id.value;
    else
        return 0;
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
            forgetStrangers(record.tubes, notebook, std::string(word) + " " + std::to_string(record.id.value), complaints);
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
    const std::size_t both = std::erase_if(
        wishes.never, [&](TubeId tube) { return std::ranges::find(wishes.must, tube) != wishes.must.end(); });
    if (both > 0)
        complaints.push_back("a tube is both a must and left out");
    std::ranges::sort(wishes.must);
    std::ranges::sort(wishes.never);
    if (!allowed::paletteTubes.holds(static_cast<double>(wishes.mostTubes))) {
        complaints.push_back("a palette has 1 to 12 tubes");
        wishes.mostTubes = static_cast<std::size_t>(allowed::paletteTubes.most);
    }
    if (wishes.sure != 0 && !allowed::timesIn100.holds(wishes.sure)) {
        complaints.push_back("recipes can be asked to come out 50 to 95 times in 100");
        wishes.sure = static_cast<int>(allowed::timesIn100.nearest(wishes.sure));
    }
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

std::string cannotMakeAPart(int touches)
{
    return "a part is 4, 6, 8, 10 or 12 touches, not " + std::to_string(touches);
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
    Mender mender(complaints, wordFor<Record>(), numberOf(record), calledIn(record));
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
    for (WellRecord& well : notebook.wells)
        mend(well, complaints);
    if (notebook.wells.size() > mostWells) {
        complaints.push_back("it has more than 8 wells");
        notebook.wells.resize(mostWells);
    }
    if (!canMakeAPart(notebook.touchesAPart)) {
        complaints.push_back(cannotMakeAPart(notebook.touchesAPart));
        notebook.touchesAPart = usualTouchesAPart;
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
    if (sound && edit.code && !isNotebookCode(*edit.code))
        sound = failure(ErrorCode::BadValue, "the notebook's code is not six hexadecimal digits");
    if (sound && edit.wells) {
        sound = checkAll(*edit.wells);
        if (sound && edit.wells->size() > mostWells)
            sound = failure(ErrorCode::BadValue, "there are 8 wells at most");
    }
    if (sound && edit.touchesAPart && !canMakeAPart(*edit.touchesAPart))
        sound = failure(ErrorCode::BadValue, cannotMakeAPart(*edit.touchesAPart));
    return sound;
}

} // namespace iris
