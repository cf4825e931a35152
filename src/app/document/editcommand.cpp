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
    const Notebook before = m_document.notebook();
    auto done = m_document.carryOut(m_edit);
    if (!done) {
        setObsolete(true);
        return;
    }
    m_edit = std::move(*done);
    m_inverse = inverseOf(before, m_edit);
}

void EditCommand::undo()
{
    if (!m_document.carryOut(m_inverse))
        setObsolete(true);
}

} // namespace iris
