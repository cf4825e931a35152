#include "cli/tubesource.h"

#include "base/text.h"
#include "notebook/notebookstore.h"

#include <algorithm>

namespace iris {

Result<TubeSource> TubeSource::from(const SourceArguments& arguments)
{
    if (arguments.reference && !arguments.notebook.empty())
        return failure(ErrorCode::BadOption, "--notebook and --reference do not go together");
    TubeSource source;
    source.m_shelf = arguments.shelf();
    FilmCache films;
    const ReferenceTable& table = ReferenceTable::shipped();
    source.m_isReference = arguments.notebook.empty();
    if (source.m_isReference) {
        for (const ReferencePigment& pigment : table.pigments()) {
            source.m_paints.push_back(paintOf(pigment));
            source.m_paints.back().name = pigment.id();
            source.m_ids.push_back(pigment.id());
        }
        source.m_unlearnt = source.m_paints;
        source.m_learned = beforePainting(source.m_paints);
        return source;
    }
    const auto open = openNotebook(arguments.notebook, Access::Read);
    if (!open)
        return tl::unexpected(open.error());
    *source.m_remarks = open->store->remarks();
    for (const Tube& tube : open->notebook.tubes) {
        if (const auto known = paintOf(tube, table, films); !known)
            return tl::unexpected(known.error());
        source.m_ids.push_back(std::to_string(tube.id.value));
    }
    const StudioPtr studio = studioOf(open->notebook, films);
    source.m_notebook = studio->notebook;
    source.m_paints = studio->paints;
    source.m_unlearnt = studio->unlearnt;
    source.m_learned = studio->learned;
    source.m_painted = studio->painted;
    return source;
}

Result<std::size_t> TubeSource::find(std::string_view tube) const
{
    if (m_isReference) {
        const auto row = ReferenceTable::shipped().find(tube);
        if (!row)
            return tl::unexpected(row.error());
        const auto place = static_cast<std::size_t>(std::ranges::find(m_ids, (*row)->id()) - m_ids.begin());
        if (place == m_ids.size())
            return tl::unexpected(notFound(std::string(tube)));
        remarkOnForm(tube, **row);
        return place;
    }
    std::vector<std::size_t> found;
    for (std::size_t i = 0; i < m_paints.size(); ++i)
        if (m_ids[i] == tube || isCalled(i, tube))
            found.push_back(i);
    if (found.empty())
        return tl::unexpected(notFound(std::string(tube)));
    if (found.size() > 1)
        return tl::unexpected(oneOf(tube, found));
    return found.front();
}

Result<Paint> TubeSource::paintCalled(std::string_view tube) const
{
    const auto place = find(tube);
    if (place)
        return m_paints[*place];
    const auto row = ReferenceTable::shipped().find(tube);
    bool isOwnName = false; // two of a name are no question for the table
    for (std::size_t i = 0; i < m_paints.size(); ++i)
        isOwnName = isOwnName || isCalled(i, tube);
    if (!row || isOwnName)
        return tl::unexpected(place.error());
    if (isNotebook())
        m_remarks->push_back((*row)->id() + " is not in the notebook: the typical paint of the table is taken");
    remarkOnForm(tube, **row);
    Paint paint = paintOf(**row);
    paint.name = (*row)->id();
    return paint;
}

Result<std::vector<std::size_t>> TubeSource::find(const std::vector<std::string>& tubes) const
{
    std::vector<std::size_t> places;
    for (const std::string& tube : tubes) {
        const auto place = find(tube);
        if (!place)
            return tl::unexpected(place.error());
        if (std::ranges::find(places, *place) == places.end())
            places.push_back(*place);
    }
    return places;
}

/// By the name of its own, or the one that tells it from another of that name.
bool TubeSource::isCalled(std::size_t place, std::string_view tube) const
{
    const std::string asked = lowered(trimmed(tube));
    return lowered(m_paints[place].name) == asked || (isNotebook() && lowered(m_notebook.tubes[place].name) == asked);
}

/// Which of several of one name: they are told apart by maker and pigments, and named by their ids.
Error TubeSource::oneOf(std::string_view tube, const std::vector<std::size_t>& places) const
{
    std::vector<std::string> each;
    for (const std::size_t place : places) {
        const Tube& own = m_notebook.tubes[place];
        each.push_back(m_ids[place] + " (" + (own.maker.empty() ? "" : own.maker + ", ") + textOf(own.codes) + ")");
    }
    return {ErrorCode::NotFound,
            "more than one tube is called \"" + std::string(tube)
                + "\"; name it by its id: " + joinedInWords(each, "or"),
            {},
            0,
            0};
}

/// A code that several forms share stands for the ordinary one; which that is has to be said.
void TubeSource::remarkOnForm(std::string_view tube, const ReferencePigment& row) const
{
    const ReferenceTable& table = ReferenceTable::shipped();
    const auto wanted = parsePigmentReference(tube);
    if (!wanted || !wanted->form.empty())
        return;
    std::vector<std::string> others;
    for (const ReferencePigment* other : table.rowsOf(row.code))
        if (other->id() != row.id())
            others.push_back(other->id());
    if (others.empty())
        return;
    const std::string remark =
        row.code.text() + " is taken for " + row.commonName + "; there is also " + joinedInWords(others);
    if (std::ranges::find(*m_remarks, remark) == m_remarks->end())
        m_remarks->push_back(remark);
}

Error TubeSource::notFound(const std::string& tube) const
{
    const bool leftOut = std::ranges::any_of(
        m_leftOut, [&](const std::string& name) { return lowered(name) == lowered(trimmed(tube)); });
    return {ErrorCode::NotFound,
            leftOut         ? "\"" + tube + "\" is in the notebook, but not among the tubes that are used here"
            : m_isReference ? "\"" + tube + "\" is not among the tubes that are used here"
                            : "no tube called \"" + tube + "\" in the notebook",
            {},
            0,
            0};
}

TubeSource TubeSource::at(const std::vector<std::size_t>& places) const
{
    TubeSource source;
    source.m_isReference = m_isReference;
    source.m_shelf = m_shelf;
    source.m_notebook.handling = m_notebook.handling;
    source.m_remarks = m_remarks;
    for (const std::size_t place : places) {
        source.m_paints.push_back(m_paints[place]);
        source.m_unlearnt.push_back(m_unlearnt[place]);
        source.m_ids.push_back(m_ids[place]);
        if (isNotebook())
            source.m_notebook.tubes.push_back(m_notebook.tubes[place]);
    }
    for (std::size_t place = 0; place < m_paints.size(); ++place)
        if (std::ranges::find(places, place) == places.end())
            source.m_leftOut.push_back(m_paints[place].name);
    source.m_learned = within(m_learned, places);
    return source;
}

bool TubeSource::isAtHand(std::size_t place) const
{
    return isNotebook() ? iris::isAtHand(m_notebook.tubes[place]) : standsOn(m_shelf, m_paints[place]);
}

Result<TubeSource> TubeSource::usable(const std::vector<std::string>& only,
                                      const std::vector<std::string>& besides) const
{
    auto places = find(only);
    if (!places)
        return tl::unexpected(places.error());
    for (std::size_t place = 0; only.empty() && place < m_paints.size(); ++place)
        if (isAtHand(place))
            places->push_back(place);
    const auto named = find(besides);
    if (!named)
        return tl::unexpected(named.error());
    for (const std::size_t place : *named)
        if (std::ranges::find(*places, place) == places->end())
            places->push_back(place);
    if (places->empty())
        return failure(ErrorCode::NotFound,
                       "no tube of the notebook is there to mix with: all are wished for or used up");
    return at(*places);
}

Result<OpenNotebook> openNotebook(const std::string& path, Access access)
{
    constexpr int patienceMs = 5000;
    auto store = NotebookStore::open(QString::fromStdString(path), access, patienceMs);
    if (!store)
        return tl::unexpected(store.error());
    auto notebook = (*store)->load();
    if (!notebook)
        return tl::unexpected(notebook.error());
    return OpenNotebook{std::move(*store), std::move(*notebook)};
}

} // namespace iris
