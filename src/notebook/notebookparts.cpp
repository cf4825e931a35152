#include "notebook/notebookparts.h"

namespace iris {

NotebookParts changedBy(const NotebookEdit& edit, const Studio& before, const Studio& now)
{
    const Notebook& was = before.notebook;
    const Notebook& is = now.notebook;
    const bool samePaints = before.parts.paints == now.parts.paints || before.paints == now.paints;
    NotebookParts changed;
    changed.setFlag(NotebookPart::Tubes,
                    !edit.tubes.isEmpty() || !edit.swatches.isEmpty() || !samePaints || was.handling != is.handling);
    changed.setFlag(NotebookPart::Mixes, was.mixes != is.mixes);
    changed.setFlag(NotebookPart::Sheets, was.sheets != is.sheets);
    changed.setFlag(NotebookPart::Papers, was.papers != is.papers);
    changed.setFlag(NotebookPart::Devices, was.devices != is.devices);
    changed.setFlag(NotebookPart::Filters, was.filters != is.filters);
    changed.setFlag(NotebookPart::Needs, was.needs != is.needs);
    changed.setFlag(NotebookPart::Subjects, was.subjects != is.subjects);
    changed.setFlag(NotebookPart::Palettes, was.palettes != is.palettes);
    changed.setFlag(NotebookPart::Wishes, was.wishes != is.wishes);
    changed.setFlag(NotebookPart::WarmBlue, was.warmBlue != is.warmBlue);
    changed.setFlag(NotebookPart::Wells, was.wells != is.wells);
    return changed;
}

} // namespace iris
