#include "app/document/editcommand.h"

namespace iris {

EditCommand::EditCommand(CarryOut carryOut, NotebookEdit edit, NotebookEdit inverse, const QString& words)
    : QUndoCommand(words),
      m_carryOut(std::move(carryOut)),
      m_edit(std::move(edit)),
      m_inverse(std::move(inverse))
{
}

void EditCommand::redo()
{
    // It is when it is put on the stack, and when it could not be taken back and only moves to its place.
    if (!m_inFile)
        m_inFile = m_carryOut(m_edit);
}

void EditCommand::undo()
{
    if (m_inFile)
        m_inFile = !m_carryOut(m_inverse);
}

} // namespace iris
