#include "notebook/palettewishes.h"

#include "base/text.h"

#include <algorithm>
#include <array>

namespace iris {
namespace {

constexpr std::array<std::pair<std::string_view, bool TubeTerms::*>, 5> termWords{
    {{"single", &TubeTerms::singlePigments},
     {"transparent", &TubeTerms::transparent},
     {"lightfast", &TubeTerms::nothingFugitive},
     {"no-metals", &TubeTerms::noListedMetals},
     {"no-black", &TubeTerms::noTubeBlack}}};

} // namespace

std::optional<Shelf> shelfOf(Pool pool)
{
    return pool == Pool::Table        ? std::optional(Shelf::Usual)
           : pool == Pool::Everything ? std::optional(Shelf::Everything)
                                      : std::nullopt;
}

std::string wordsOf(const TubeTerms& terms)
{
    std::string words;
    for (const auto& [word, asked] : termWords)
        if (terms.*asked)
            words.append(words.empty() ? "" : " ").append(word);
    return words;
}

TubeTerms termsFromWords(std::string_view words)
{
    TubeTerms terms;
    for (const std::string_view word : split(words, ' '))
        for (const auto& [name, asked] : termWords)
            if (word == name)
                terms.*asked = true;
    return terms;
}

std::string wordsOf(const std::vector<Preference>& preferences)
{
    std::string words;
    for (const Preference preference : preferences)
        words.append(words.empty() ? "" : ", ").append(nameOf(preference));
    return words;
}

std::vector<Preference> preferencesFromWords(std::string_view words)
{
    std::vector<Preference> preferences;
    for (const Preference preference : allPreferences)
        for (const std::string& word : split(words, ','))
            if (named<Preference>(word) == preference && (preferences.empty() || preferences.back() != preference))
                preferences.push_back(preference);
    return preferences;
}

} // namespace iris
