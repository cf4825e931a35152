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

private:
    Document& m_document;
    NotebookEdit m_edit;
    NotebookEdit m_inverse;
};

} // namespace iris
