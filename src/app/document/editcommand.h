#pragma once

#include "notebook/notebook.h"

#include <QUndoCommand>
#include <functional>

namespace iris {

/// One edit that was carried out and the edit that takes it back, by ids and values.
class EditCommand : public QUndoCommand {
public:
    /// @return false when the edit could not be written
    using CarryOut = std::function<bool(const NotebookEdit&)>;

    EditCommand(CarryOut carryOut, NotebookEdit edit, NotebookEdit inverse, const QString& words);

    void redo() override;
    void undo() override;

    /// False when the edit was taken back.
    bool isInFile() const { return m_inFile; }

private:
    CarryOut m_carryOut;
    NotebookEdit m_edit;
    NotebookEdit m_inverse;
    bool m_inFile = true;
};

} // namespace iris
