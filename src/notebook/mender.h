#pragma once

#include "base/text.h"
#include "notebook/allowed.h"
#include "notebook/recordfields.h"
#include "notebook/soundness.h"

#include <cmath>

namespace iris {

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
template <> inline void mendValue(WellStep& step, const Field&, Mender& mender)
{
    mendFields(step, mender);
    switch (step.kind) {
    case WellStep::Kind::Paint: mender.number(step.amount, "an amount", allowed::wellParts); break;
    case WellStep::Kind::Water:
    case WellStep::Kind::Blot:
    case WellStep::Kind::Poured: mender.number(step.amount, "the share that stays", allowed::wellShare); break;
    case WellStep::Kind::Seen: break;
    }
}

/// What the fields of a record say of each other.
template <typename Record> void mendTogether(Record&, Mender&) {}

template <> inline void mendTogether(MixRecord& mix, Mender& mender)
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

} // namespace iris
