#include "notebook/papers.h"

#include "base/text.h"
#include "notebook/lessons.h"

#include <algorithm>

namespace iris {
namespace {

const std::vector<NamedPaper>& usualPapers()
{
    static const std::vector<NamedPaper> papers{{"white", Paper()},
                                                {"natural white", Paper(Lab{95, 0.5, 4.5})},
                                                {"cream", Paper(Lab{92, 1, 10})},
                                                {"toned grey", Paper(Lab{78, 0, 2})},
                                                {"toned tan", Paper(Lab{75, 4, 17})}};
    return papers;
}

std::string labWords(const Lab& lab)
{
    return formatNumber(lab.l, 1) + "," + formatNumber(lab.a, 1) + "," + formatNumber(lab.b, 1);
}

} // namespace

std::vector<NamedPaper> papersToPaintOn(const Notebook& notebook)
{
    std::vector<NamedPaper> papers = usualPapers();
    for (const PaperRecord& record : notebook.papers)
        if (Paper::canBe(record.white))
            papers.push_back({record.name, Paper(record.white)});
    return papers;
}

std::string ownPaperName(const Notebook& notebook)
{
    const auto papers = papersToPaintOn(notebook);
    const auto own = std::ranges::find(papers, notebook.handling.paper, &NamedPaper::paper);
    return own != papers.end() ? own->name : labWords(notebook.handling.paper.white());
}

Result<Paper> paperCalled(std::string_view text, const Notebook& notebook)
{
    const std::string wanted = lowered(trimmed(text));
    std::string names;
    for (const NamedPaper& one : papersToPaintOn(notebook)) {
        if (lowered(one.name) == wanted)
            return one.paper;
        names += (names.empty() ? "" : ", ") + one.name;
    }
    const auto white = parseLab(text);
    if (!white)
        return failure(ErrorCode::NotFound, "no paper is called \"" + std::string(text) + "\"; there are " + names
                                                + ", or its white as L,a,b");
    if (!Paper::canBe(*white))
        return failure(ErrorCode::BadColour, labWords(*white) + " is no paper: L* 60 to 100, chroma up to 25");
    return Paper(*white);
}

std::optional<Lab> onOwnPaper(const MixRecord& mix, const Notebook& notebook, std::span<const Paint> paints)
{
    const Paper& own = notebook.handling.paper;
    if (!mix.painted || own.isWhitePaper())
        return mix.painted;
    const auto recipe = recipeOf(mix.parts, mix.wash, notebook);
    if (!recipe)
        return mix.painted;
    const Lab here = colourOf(*recipe, paints, own.reflectance());
    const Lab white = colourOf(*recipe, paints);
    return Lab{std::clamp(mix.painted->l + here.l - white.l, 0.0, 100.0), mix.painted->a + here.a - white.a,
               mix.painted->b + here.b - white.b};
}

} // namespace iris
