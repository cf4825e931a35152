#include "notebook/measuredswatch.h"

#include "base/text.h"
#include "colour/observer.h"
#include "paint/ratings.h"

#include <algorithm>
#include <array>

namespace iris {
namespace {

/// The words of a name in small letters, without what stands between them.
std::vector<std::string> wordsOf(const std::string& name)
{
    std::vector<std::string> words(1);
    for (const char letter : lowered(name))
        if (std::string_view(" ,;:/()_-\t").find(letter) == std::string_view::npos)
            words.back() += letter;
        else if (!words.back().empty())
            words.emplace_back();
    if (words.back().empty())
        words.pop_back();
    return words;
}

/// A sample and what its name says of it, without the name of the tube.
struct NamedSample {
    const CgatsSample* sample;
    std::vector<std::string> words;

    bool says(std::initializer_list<std::string_view> roles) const
    {
        return std::ranges::any_of(words, [&](const std::string& word) {
            return std::ranges::any_of(roles, [&](std::string_view role) { return word.starts_with(role); });
        });
    }
};

bool beginsWith(const std::vector<std::string>& words, const std::vector<std::string>& beginning)
{
    return words.size() > beginning.size() && std::equal(beginning.begin(), beginning.end(), words.begin());
}

/// How many samples begin with some words and go on.
std::ptrdiff_t sharing(const std::vector<NamedSample>& samples, const std::vector<std::string>& beginning)
{
    return std::ranges::count_if(samples, [&](const NamedSample& one) { return beginsWith(one.words, beginning); });
}

/// A tube may be called Ivory Black or Titanium White: what three samples and more begin with is its name, and does not
/// decide what a sample is.
void takeNameOff(std::vector<NamedSample>& samples)
{
    constexpr std::ptrdiff_t aSwatch = 3;
    std::vector<std::string> name;
    for (const NamedSample& one : samples)
        for (std::size_t count = name.size() + 1; count < one.words.size(); ++count) {
            const std::vector<std::string> longer(one.words.begin(),
                                                  one.words.begin() + static_cast<std::ptrdiff_t>(count));
            if (sharing(samples, longer) < aSwatch)
                break;
            name = longer;
        }
    for (NamedSample& one : samples)
        if (beginsWith(one.words, name))
            one.words.erase(one.words.begin(), one.words.begin() + static_cast<std::ptrdiff_t>(name.size()));
}

/// The samples of one tube: in a file of many those that begin with its name, and with them what is of no tube.
std::vector<NamedSample> samplesOf(const CgatsFile& file, std::string_view tube)
{
    std::vector<NamedSample> all;
    for (const CgatsSample& sample : file.samples)
        all.push_back({&sample, wordsOf(sample.name)});
    const std::vector<std::string> name = wordsOf(std::string(tube));
    if (name.empty() || sharing(all, name) == 0 || sharing(all, name) == std::ssize(all))
        return all;
    // The program's own files put a comma after the name, which tells a name from a longer one that begins alike.
    const std::string named = lowered(tube) + ',';
    const auto isNamed = [&](const NamedSample& one) { return lowered(one.sample->name).starts_with(named); };
    const bool anyNamed = std::ranges::any_of(all, isNamed);
    std::vector<NamedSample> own;
    for (const NamedSample& one : all)
        if ((anyNamed ? isNamed(one) : beginsWith(one.words, name))
            || (one.words.size() == 1 && one.says({"paper", "white"})))
            own.push_back(one);
    return own;
}

/// Takes the samples that say a role out of the others. None is fine, more than one is not.
Result<const CgatsSample*> taken(std::vector<NamedSample>& samples, std::initializer_list<std::string_view> roles)
{
    const CgatsSample* found = nullptr;
    for (const NamedSample& one : samples) {
        if (!one.says(roles))
            continue;
        if (found)
            return failure(ErrorCode::BadCgats,
                           "both \"" + found->name + "\" and \"" + one.sample->name
                               + "\" could be the same sample of the swatch; is it a file of several "
                                 "tubes?");
        found = one.sample;
    }
    std::erase_if(samples, [&](const NamedSample& one) { return one.sample == found; });
    return found;
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

Result<SwatchRecord> readingFrom(const CgatsFile& file, std::string_view tube)
{
    std::vector<NamedSample> samples = samplesOf(file, tube);
    takeNameOff(samples);
    // "over black, full strength" is the black one, so it is taken first; and so on.
    std::array<const CgatsSample*, 5> found{};
    const std::array<std::initializer_list<std::string_view>, 5> roles{
        {{"black"}, {"full", "mass"}, {"thin", "under"}, {"lift"}, {"paper", "white"}}};
    for (std::size_t i = 0; i < roles.size(); ++i) {
        const auto one = taken(samples, roles[i]);
        if (!one)
            return tl::unexpected(one.error());
        found[i] = *one;
    }
    auto [black, full, thin, lifted, paper] = found;
    if (!black && !full && !thin && file.samples.size() == 3) {
        full = &file.samples[0];
        thin = &file.samples[1];
        black = &file.samples[2];
        paper = lifted = nullptr;
    }
    if (!full || !thin || !black)
        return failure(ErrorCode::BadCgats,
                       "a swatch needs samples called full, thin and black; the file has " + namesOf(file));
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
