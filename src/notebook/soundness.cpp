#include "notebook/soundness.h"

#include "base/text.h"

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

private:
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

void mend(Stock& stock, Mender& mender)
{
    mender.number(stock.sizeMl, "its size in ml", allowed::sizeMl);
    mender.number(stock.price, "its price", allowed::price);
    mender.number(stock.leftPercent, "what is left, in percent,", allowed::percent);
    mender.day(stock.boughtOn, "the day it was bought");
}

void mend(std::vector<MixPart>& parts, Mender& mender)
{
    if (parts.size() > allowed::partsInMix) {
        mender.complain("it has more than " + std::to_string(allowed::partsInMix) + " tubes");
        parts.resize(allowed::partsInMix);
    }
    for (MixPart& part : parts) {
        mender.reference(part.tube, "one of its tubes");
        mender.text(part.name, "the name of a tube");
        mender.number(part.parts, "a count of parts", allowed::parts);
    }
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

bool isKindWithIds(std::string_view kind)
{
    return std::ranges::find(kindsWithIds, kind) != kindsWithIds.end();
}

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

void mend(Tube& tube, Complaints& complaints)
{
    Mender mender(complaints, "tube", tube.id.value, tube.name);
    mender.name(tube.name, "name");
    mender.text(tube.maker, "its maker");
    mender.text(tube.line, "its line");
    mender.text(tube.form, "its form");
    mender.text(tube.notes, "its notes");
    mender.colours(tube.swatch, "a colour of its swatch");
    mender.number(tube.strength, "strength", allowed::strength);
    mender.number(tube.staining, "staining", allowed::rating);
    mender.number(tube.granulation, "granulation", allowed::rating);
    mender.number(tube.lightfastness, "lightfastness", allowed::lightfastness);
    mender.number(tube.measured.staining, "staining", allowed::rating);
    mender.number(tube.measured.granulation, "granulation", allowed::rating);
    mend(tube.stock, mender);
}

void mend(SwatchRecord& swatch, Complaints& complaints)
{
    Mender mender(complaints, "reading", swatch.id.value);
    mender.reference(swatch.tube, "its tube");
    mender.day(swatch.date, "its date");
    mender.text(swatch.paper, "its paper");
    mender.text(swatch.notes, "its notes");
    mender.colour(swatch.paperWhite, "the paper");
    mender.colours(swatch.painted, "a colour as painted");
    mender.colours(swatch.onWhite, "a colour on white paper");
    mender.colour(swatch.lifted, "the lifted patch");
    mender.number(swatch.uncertainty, "uncertainty", allowed::uncertainty);
    mender.number(swatch.shareLeft, "the share left after lifting", allowed::share);
    mender.number(swatch.grain, "grain", allowed::grain);
    mender.picture(swatch.picture);
}

void mend(PaperRecord& paper, Complaints& complaints)
{
    Mender mender(complaints, "paper", paper.id.value, paper.name);
    mender.name(paper.name, "name");
    mender.text(paper.notes, "its notes");
    mender.colour(paper.white, "its white");
}

void mend(DeviceRecord& device, Complaints& complaints)
{
    Mender mender(complaints, "device", device.id.value, device.name);
    mender.name(device.name, "name");
    mender.day(device.date, "its date");
    for (double& power : device.correction.power)
        mender.number(power, "the power of a channel", allowed::power);
    for (double& cell : device.correction.matrix)
        mender.number(cell, "a gain of a channel", allowed::gain);
    mender.number(device.correction.uncertainty, "uncertainty", allowed::uncertainty);
}

void mend(FilterRecord& filter, Complaints& complaints)
{
    Mender mender(complaints, "view", filter.id.value, filter.name);
    mender.name(filter.name, "name");
    mender.text(filter.sieve.words, "its words");
}

void mend(NeedRecord& need, Complaints& complaints)
{
    Mender mender(complaints, "need", need.id.value, need.need.name);
    mender.name(need.need.name, "name");
    mender.colour(need.need.target, "its colour");
    mender.number(need.need.tolerance, "tolerance", allowed::tolerance);
    mender.number(need.need.importance, "importance", allowed::importance);
    mender.reference(need.subject, "its picture");
}

void mend(SubjectRecord& subject, Complaints& complaints)
{
    Mender mender(complaints, "picture", subject.id.value, subject.name);
    mender.name(subject.name, "name");
    mender.picture(subject.picture);
    mender.colour(subject.white, "its white");
    if (subject.pins.size() > mostPins) {
        mender.complain("it has more than " + std::to_string(mostPins) + " places");
        subject.pins.resize(mostPins);
    }
    for (SubjectPin& pin : subject.pins) {
        mender.number(pin.x, "where a place is across", allowed::pinPlace);
        mender.number(pin.y, "where a place is down", allowed::pinPlace);
        mender.number(pin.radius, "how large a place is", allowed::pinPlace);
        mender.colour(pin.colour, "the colour of a place");
    }
}

void mend(PaletteRecord& palette, Complaints& complaints)
{
    Mender mender(complaints, "palette", palette.id.value, palette.name);
    mender.name(palette.name, "name");
}

void mend(MixRecord& mix, Complaints& complaints)
{
    Mender mender(complaints, "mix", mix.id.value, mix.name);
    mender.text(mix.name, "its name");
    mend(mix.parts, mender);
    if (mix.parts.empty()) {
        mender.complain("it has no tube");
        mix.parts.push_back({{}, "no longer known", 1});
    }
    mender.number(mix.wash, "wash", allowed::wash);
    mender.number(mix.layers, "layers", allowed::layers);
    mender.day(mix.date, "its date");
    mender.text(mix.paper, "its paper");
    mender.colour(mix.painted, "its colour");
    mender.colour(mix.overBlack, "its colour over black");
    mender.number(mix.uncertainty, "uncertainty", allowed::uncertainty);
    mender.picture(mix.picture);
    mender.reference(mix.from, "the mix it grew from");
    mender.number(mix.stars, "stars", allowed::stars);
    mender.text(mix.tags, "its tags");
    mender.text(mix.notes, "its notes");
    mender.reference(mix.sheet, "its sheet");
    mender.number(mix.cell, "its square", allowed::cell);
    if (mix.sheet.value == 0 && mix.cell != MixRecord().cell) {
        mender.complain("it names a square, but no sheet");
        mix.cell = MixRecord().cell;
    }
}

void mend(WellRecord& well, Complaints& complaints)
{
    Mender mender(complaints, "well", 0, well.name);
    mender.text(well.name, "its name");
    mender.colour(well.wanted, "its colour");
    if (well.steps.size() > mostWellSteps) {
        mender.complain("it has more than " + std::to_string(mostWellSteps) + " steps");
        well.steps.resize(mostWellSteps);
    }
    for (WellStep& step : well.steps) {
        mender.text(step.name, "the name of a tube");
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
}

void mend(SheetRecord& sheet, Complaints& complaints)
{
    Mender mender(complaints, "sheet", sheet.id.value, sheet.title);
    mender.text(sheet.title, "its title");
    mender.day(sheet.date, "its date");
    mender.number(sheet.cellMm, "the width of a square in mm", allowed::cellMm);
    mender.number(sheet.columns, "columns", allowed::columns);
    if (sheet.cells.size() > allowed::cells) {
        mender.complain("it has more than " + std::to_string(allowed::cells) + " squares");
        sheet.cells.resize(allowed::cells);
    }
    for (SheetCell& cell : sheet.cells) {
        mend(cell.parts, mender);
        mender.number(cell.wash, "the wash of a square", allowed::wash);
    }
}

void mend(Notebook& notebook, Complaints& complaints)
{
    sortAndMend(notebook.tubes, "tubes", complaints);
    sortAndMend(notebook.swatches, "readings", complaints);
    sortAndMend(notebook.papers, "papers", complaints);
    sortAndMend(notebook.devices, "devices", complaints);
    sortAndMend(notebook.filters, "views", complaints);
    sortAndMend(notebook.needs, "needs", complaints);
    sortAndMend(notebook.palettes, "palettes", complaints);
    notebook.mixes.change([&](std::vector<MixRecord>& mixes) { sortAndMend(mixes, "mixes", complaints); });
    sortAndMend(notebook.sheets, "sheets", complaints);
    sortAndMend(notebook.subjects, "pictures", complaints);
    if (notebook.subjects.size() > mostSubjects) {
        complaints.push_back("it has more than " + std::to_string(mostSubjects) + " pictures");
        notebook.subjects.resize(mostSubjects);
    }
    std::erase_if(notebook.swatches, [&](const SwatchRecord& swatch) {
        const bool stranger = !notebook.tube(swatch.tube);
        if (stranger)
            complaints.push_back("reading " + std::to_string(swatch.id.value) + " names a tube that is not there");
        return stranger;
    });
    for (PaletteRecord& palette : notebook.palettes)
        forgetStrangers(palette.tubes, notebook, "palette " + std::to_string(palette.id.value), complaints);
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
    const auto checkEach = [&](const auto&... lists) { return (static_cast<bool>(sound = checkAll(lists)) && ...); };
    checkEach(edit.putTubes, edit.putSwatches, edit.putPapers, edit.putDevices, edit.putFilters, edit.putNeeds,
              edit.putPalettes, edit.putMixes, edit.putSheets, edit.putSubjects);
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
