#include "app/document/editcommand.h"

#include "app/document/document.h"

namespace iris {

EditCommand::EditCommand(Document& document, NotebookEdit edit, const QString& what)
    : QUndoCommand(what),
      m_document(document),
      m_edit(std::move(edit))
{
}

void EditCommand::redo()
{
    if (m_inFile) // it could not be taken back and only moves to its place
        return;
    const StudioPtr before = m_document.studio();
    auto done = m_document.carryOut(m_edit);
    // What was never written is no step; what was taken back keeps its place and can be tried again.
    setObsolete(m_isNew && !done);
    if (!done)
        return;
    m_edit = std::move(*done);
    m_inverse = inverseOf(before->notebook, m_edit);
    m_inFile = true;
    m_isNew = false;
}

void EditCommand::undo()
{
    if (m_inFile)
        m_inFile = !m_document.carryOut(m_inverse);
}

} // namespace iris
