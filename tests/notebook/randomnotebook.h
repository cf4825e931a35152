#pragma once

#include "notebook/notebookjson.h"

#include <QCryptographicHash>
#include <random>

/// A made-up notebook with something of everything in it, ids in order; the same seed gives the same one.
class RandomNotebook {
public:
    explicit RandomNotebook(unsigned seed) : m_random(seed) {}

    iris::NotebookDump dump()
    {
        using namespace iris;
        NotebookDump dump;
        Notebook& notebook = dump.notebook;
        for (std::int64_t id = 1; id <= 3 + below(6); ++id)
            notebook.tubes.push_back(tube({id * 2}));
        for (std::int64_t id = 1; id <= below(6); ++id)
            notebook.swatches.push_back(swatch({id}, notebook.tubes[static_cast<std::size_t>(below(3))].id, dump));
        for (std::int64_t id = 1; id <= below(3); ++id)
            notebook.papers.push_back({{id}, text(), lab(), text()});
        for (std::int64_t id = 1; id <= below(3); ++id)
            notebook.devices.push_back({{id}, text(), day(), device()});
        for (std::int64_t id = 1; id <= below(3); ++id)
            notebook.filters.push_back(filter({id}));
        for (std::int64_t id = 1; id <= below(4); ++id)
            notebook.needs.push_back({{id},
                                      {text(),
                                       lab(),
                                       1 + real(9),
                                       1 + below(3),
                                       {below(2) == 1, below(2) == 1, below(2) == 1, below(2) == 1}},
                                      {below(3)}});
        for (std::int64_t id = 1; id <= below(4); ++id)
            notebook.subjects.push_back(subject({id}, dump));
        for (std::int64_t id = 1; id <= below(3); ++id)
            notebook.palettes.push_back({{id}, text(), {notebook.tubes[1].id, notebook.tubes[0].id}});
        for (std::int64_t id = 1; id <= below(5); ++id)
            notebook.mixes.push_back(mix({id}, notebook, dump));
        for (std::int64_t id = 1; id <= below(3); ++id)
            notebook.sheets.push_back(sheet({id}, notebook));
        notebook.code = "A0B1C" + std::to_string(below(10));
        notebook.wishes = {static_cast<School>(below(5)),
                           {notebook.tubes[0].id},
                           {notebook.tubes[2].id},
                           7,
                           static_cast<Pool>(below(5)),
                           {below(2) == 1, below(2) == 1, below(2) == 1, below(2) == 1, below(2) == 1},
                           static_cast<RedPrimary>(below(3)),
                           parsePlaces(below(2) == 1 ? "yellow leans green, earth, any, blue" : "").value(),
                           {},
                           below(2) == 1 ? 50 + below(46) : 0};
        for (const Preference preference : allPreferences)
            if (below(2) == 1)
                notebook.wishes.prefer.push_back(preference);
        for (int i = below(4); i > 0; --i)
            notebook.wells.push_back(well({7 - i}, notebook));
        if (below(2) == 0)
            notebook.handling.paper = iris::Paper({60 + 0.04 * below(1000), 0.01 * below(1000), 0.02 * below(1000)});
        notebook.handling.touchesAPart = iris::allTouchesAPart[static_cast<std::size_t>(below(5))];
        notebook.warmBlue = below(2) ? WarmBlue::GreenSide : WarmBlue::VioletSide;
        return dump;
    }

    iris::WellRecord well(iris::WellId id, const iris::Notebook& notebook)
    {
        iris::WellRecord well{id, below(2) ? text() : "", maybe(lab()), {}};
        for (int i = below(6); i > 0; --i) {
            iris::WellStep step;
            step.kind = static_cast<iris::WellStep::Kind>(below(5));
            if (step.kind == iris::WellStep::Kind::Seen) {
                step.seen = lab();
                step.sd = 0.5 + real(5);
            } else if (step.kind == iris::WellStep::Kind::Paint) {
                step.tube = notebook.tubes[static_cast<std::size_t>(below(3))].id;
                step.name = text();
                step.amount = 0.125 * (1 + below(40));
            } else {
                step.amount = 0.05 + real(0.9);
            }
            well.steps.push_back(step);
        }
        well.best = below(2) == 1;
        return well;
    }

    iris::SubjectRecord subject(iris::SubjectId id, iris::NotebookDump& dump)
    {
        iris::SubjectRecord subject{
            id, text(), below(2) ? picture("p" + std::to_string(id.value), dump) : "", maybe(lab()), {}};
        for (int i = below(5); i > 0; --i)
            subject.pins.push_back({real(1), real(1), real(1), lab()});
        return subject;
    }

    int below(int limit) { return static_cast<int>(m_random() % static_cast<unsigned>(limit)); }

private:
    double real(double most) { return most * static_cast<double>(m_random()) / 4294967295.0; }
    iris::Lab lab() { return {real(100), real(200) - 100, real(200) - 100}; }
    iris::Swatch colours() { return {lab(), lab(), lab()}; }
    std::string day() { return "2026-1" + std::to_string(below(3)) + "-0" + std::to_string(1 + below(9)); }

    template <typename Value> std::optional<Value> maybe(Value value)
    {
        return below(2) ? std::optional(value) : std::nullopt;
    }

    std::string text()
    {
        static const std::array<std::string, 6> words{"reed",       "\"quoted\"", "l\xC3\xA9g\xC3\xA8re",
                                                      "two\nlines", "a,b;c",      "x"};
        return words[static_cast<std::size_t>(below(6))] + std::to_string(below(1000));
    }

    iris::Tube tube(iris::TubeId id)
    {
        using namespace iris;
        Tube tube;
        tube.id = id;
        tube.name = text();
        tube.maker = text();
        tube.line = below(2) ? text() : "";
        tube.codes = parsePigmentCodes(below(2) ? "PB29" : "PG7, PY150").value();
        tube.swatch = maybe(colours());
        tube.strength = maybe(0.1 + real(3));
        tube.staining = maybe(below(4));
        tube.granulation = maybe(below(4));
        tube.lightfastness = maybe(1 + below(5));
        tube.transparency = maybe(static_cast<TransparencyClass>(below(4)));
        tube.measured = {maybe(below(4)), maybe(below(4))};
        tube.stock = {static_cast<Container>(below(2)),   maybe(1 + real(50)),  maybe(real(30)), maybe(below(101)),
                      static_cast<Whereabouts>(below(4)), below(2) ? day() : ""};
        tube.notes = below(2) ? text() : "";
        return tube;
    }

    iris::SwatchRecord swatch(iris::SwatchId id, iris::TubeId tube, iris::NotebookDump& dump)
    {
        using namespace iris;
        SwatchRecord swatch{id,
                            tube,
                            static_cast<SwatchOrigin>(below(4)),
                            below(2) == 1,
                            day(),
                            text(),
                            lab(),
                            colours(),
                            colours(),
                            real(4),
                            maybe(lab()),
                            maybe(real(1)),
                            maybe(real(0.3)),
                            "",
                            text()};
        if (below(2))
            swatch.picture = picture("s" + std::to_string(id.value), dump);
        return swatch;
    }

    std::string picture(const std::string& contents, iris::NotebookDump& dump)
    {
        const std::string bytes = "\x89PNG" + contents + std::string(3, '\0');
        const QByteArray hash =
            QCryptographicHash::hash(QByteArray::fromStdString(bytes), QCryptographicHash::Sha256).toHex();
        dump.pictures.push_back({hash.toStdString(), bytes});
        return dump.pictures.back().name;
    }

    std::vector<iris::MixPart> parts(const iris::Notebook& notebook)
    {
        std::vector<iris::MixPart> list{{notebook.tubes[0].id, text(), 1 + below(9)}};
        if (below(2))
            list.push_back({{999}, text(), 1 + below(9)}); // one that is no longer there
        return list;
    }

    iris::MixRecord mix(iris::MixId id, const iris::Notebook& notebook, iris::NotebookDump& dump)
    {
        using namespace iris;
        MixRecord mix;
        mix.id = id;
        mix.name = below(2) ? text() : "";
        mix.parts = parts(notebook);
        mix.wash = 0.1 + real(1);
        mix.layers = 1 + below(3);
        mix.wet = below(2) == 1;
        mix.origin = static_cast<MixOrigin>(below(3));
        mix.date = below(2) ? day() : "";
        mix.paper = text();
        mix.painted = maybe(lab());
        mix.overBlack = maybe(lab());
        mix.uncertainty = real(4);
        if (below(2))
            mix.picture = picture("m" + std::to_string(id.value), dump);
        mix.from = {below(3)};
        mix.stars = below(4);
        mix.tags = below(2) ? text() : "";
        mix.notes = text();
        if (below(2)) {
            mix.sheet = {1 + below(3)};
            mix.cell = below(40);
        }
        return mix;
    }

    iris::SheetRecord sheet(iris::SheetId id, const iris::Notebook& notebook)
    {
        using namespace iris;
        SheetRecord sheet{
            id, text(),       day(), static_cast<SheetFormat>(below(2)), 15 + real(60), 1 + below(6), below(2) == 1,
            {}, below(2) == 1};
        for (int cell = 0; cell < 1 + below(5); ++cell)
            sheet.cells.push_back({parts(notebook), 0.1 + real(1)});
        return sheet;
    }

    iris::DeviceCorrection device()
    {
        iris::DeviceCorrection correction;
        for (double& value : correction.power)
            value = 0.9 + real(0.2);
        for (double& value : correction.matrix)
            value = real(2) - 1;
        correction.uncertainty = real(2);
        return correction;
    }

    iris::FilterRecord filter(iris::FilterId id)
    {
        using namespace iris;
        return {id,
                text(),
                {text(), maybe(HueFamily::Blue), maybe(TransparencyClass::Opaque), maybe(HueFamily::Violet),
                 maybe(Whereabouts::WishList)}};
    }

    std::mt19937 m_random;
};
