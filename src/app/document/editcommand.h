#pragma once

#include "notebook/notebook.h"

#include <QUndoCommand>

namespace iris {

class Document;

/// One edit and the edit that takes it back, by ids and values.
class EditCommand : public QUndoCommand {
public:
    EditCommand(Document& document, NotebookEdit edit, const QString& what);

    void redo() override;
    void undo() override;

    /// False when the edit is not, or could not be, carried out.
    bool isInFile() const { return m_inFile; }

private:
    Document& m_document;
    NotebookEdit m_edit;
    NotebookEdit m_inverse;
    bool m_isNew = true;
    bool m_inFile = false;
};

} // namespace iris
