#pragma once

#include "cli/commands.h"
#include "notebook/notebookstore.h"
#include "notebook/studio.h"
#include "paint/paint.h"

#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// The tubes a command works with, as paints, and the names they go by.
class TubeSource {
public:
    static Result<TubeSource> from(const SourceArguments& arguments);

    /// With the strengths that painted mixes of the notebook teach.
    const std::vector<Paint>& paints() const { return m_paints; }
    /// The notebook the tubes come from, one tube for each paint; empty for the table.
    const Notebook& notebook() const { return m_notebook; }
    /// Of the notebook; the usual one for the table.
    Handling handling() const { return m_notebook.handling; }
    /// What may be bought.
    Shelf shelf() const { return m_shelf; }
    bool isNotebook() const { return !m_isReference; }
    /// True for a tube of the notebook that is there to mix with, and for what may be bought of the table.
    bool isAtHand(std::size_t place) const;
    const Learned& learned() const { return m_learned; }
    /// The painted mixes of the notebook by their tubes; none for the table.
    const PaintedMixes& painted() const { return m_painted; }
    /// The same with the strengths they have before anything is learnt.
    const std::vector<Paint>& unlearnt() const { return m_unlearnt; }

    /// The place of a tube in paints(): by its name or id in a notebook, by CODE, CODE/FORM or name in the table.
    Result<std::size_t> find(std::string_view tube) const;
    /// A tube to look at beside these: one of the notebook or, where that has none of that name, of the table. It says
    /// so.
    Result<Paint> paintCalled(std::string_view tube) const;
    /// What is worth knowing of the tubes that were looked up: which form a code without one was taken for.
    const std::vector<std::string>& remarks() const { return *m_remarks; }
    void note(const std::string& remark) { m_remarks->push_back(remark); }
    Result<std::vector<std::size_t>> find(const std::vector<std::string>& tubes) const;

    /// What a search may use: the tubes that are named, or else every one that is there to mix with; and those that are
    /// asked for by name besides, wherever they are.
    Result<TubeSource> usable(const std::vector<std::string>& only, const std::vector<std::string>& besides = {}) const;

private:
    TubeSource at(const std::vector<std::size_t>& places) const;
    bool isCalled(std::size_t place, std::string_view tube) const;
    Error oneOf(std::string_view tube, const std::vector<std::size_t>& places) const;
    Error notFound(const std::string& tube) const;
    void remarkOnForm(std::string_view tube, const ReferencePigment& row) const;

    bool m_isReference = false;
    Shelf m_shelf = Shelf::Usual;
    std::vector<Paint> m_paints;
    std::vector<std::string> m_ids;
    Notebook m_notebook;
    Learned m_learned;
    PaintedMixes m_painted;
    std::vector<Paint> m_unlearnt;
    std::shared_ptr<std::vector<std::string>> m_remarks = std::make_shared<std::vector<std::string>>();
    std::vector<std::string> m_leftOut; ///< names of the tubes that a search may not use
};

/// A notebook that is open, and what it holds. One that is written into waits a moment for another writer.
struct OpenNotebook {
    std::unique_ptr<NotebookStore> store;
    Notebook notebook;
};
Result<OpenNotebook> openNotebook(const std::string& path, Access access);

} // namespace iris
