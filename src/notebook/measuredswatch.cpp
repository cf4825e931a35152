#include "notebook/measuredswatch.h"

#include "base/text.h"
#include "colour/observer.h"
#include "paint/ratings.h"

#include <algorithm>

namespace iris {
namespace {

const CgatsSample* sampleWith(const CgatsFile& file, std::initializer_list<std::string_view> words)
{
    for (const std::string_view word : words)
        for (const CgatsSample& sample : file.samples)
            if (lowered(sample.name).find(word) != std::string::npos)
                return &sample;
    return nullptr;
}

std::string namesOf(const CgatsFile& file)
{
    std::vector<std::string> names;
    for (const CgatsSample& sample : file.samples) {
        if (names.size() == 6) {
            names.emplace_back("others");
            break;
        }
        names.push_back("\"" + sample.name + "\"");
    }
    return joinedInWords(names);
}

} // namespace

Result<SwatchRecord> readingFrom(const CgatsFile& file)
{
    // "over black, full strength" is the black one.
    const CgatsSample* black = sampleWith(file, {"black"});
    CgatsFile others = file;
    std::erase_if(others.samples, [&](const CgatsSample& sample) { return black && sample == *black; });
    const CgatsSample* full = sampleWith(others, {"full", "mass"});
    const CgatsSample* thin = sampleWith(others, {"thin", "under"});
    if (!black && !full && !thin && file.samples.size() == 3) {
        full = &file.samples[0];
        thin = &file.samples[1];
        black = &file.samples[2];
    }
    if (!full || !thin || !black)
        return failure(ErrorCode::BadCgats,
                       "a swatch needs samples called full, thin and black; the file has " + namesOf(file));
    const CgatsSample* paper = sampleWith(others, {"paper", "white"});
    const CgatsSample* lifted = sampleWith(others, {"lift"});
    SwatchRecord record;
    record.origin = SwatchOrigin::Instrument;
    record.paperWhite = paper ? *paper->lab : toLab(seen(whitePaper()));
    record.painted = {*full->lab, *thin->lab, *black->lab};
    record.onWhite = paper ? onWhitePaper(record.painted, record.paperWhite) : record.painted;
    if (lifted) {
        const Spectrum sheet = paperSeenAs(record.paperWhite);
        record.lifted = lifted->lab;
        record.shareLeft = shareLeft(rebuildFilm(record.painted, sheet).film, *lifted->lab, sheet);
    }
    record.uncertainty = 0.5; // an instrument's own repeatability on rough paper; our judgement
    record.notes = file.instrument;
    return record;
}

} // namespace iris
