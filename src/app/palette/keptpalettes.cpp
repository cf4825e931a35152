#include "app/palette/keptpalettes.h"

#include "app/parts/plainwords.h"
#include "app/parts/words.h"

namespace iris {
namespace {

constexpr qlonglong allOnPalette = -1; ///< in the place of a kept palette's number

} // namespace

KeptPalettes::KeptPalettes(Document& document, QWidget* parent) : ChoiceBox(16, parent), m_document(document)
{
    setObjectName(QStringLiteral("kept"));
    setAccessibleName(tr("Kept palettes"));
    connect(this, &QComboBox::activated, this, &KeptPalettes::want);
    whenChanged(document, {NotebookPart::Palettes, NotebookPart::Tubes}, this, &KeptPalettes::fill);
    fill();
}

void KeptPalettes::fill()
{
    clear();
    addItem(tr("or a kept palette"));
    if (!onThePalette().empty())
        addItem(tr("all that lies on the palette"), allOnPalette);
    for (const PaletteRecord& palette : m_document.notebook().palettes)
        addItem(nameInList(palette.name), static_cast<qlonglong>(palette.id.value));
    setEnabled(count() > 1);
}

std::vector<TubeId> KeptPalettes::onThePalette() const
{
    std::vector<TubeId> tubes;
    for (const Tube& tube : m_document.notebook().tubes)
        if (tube.stock.where == Whereabouts::Palette)
            tubes.push_back(tube.id);
    return tubes;
}

void KeptPalettes::want(int index)
{
    const qlonglong id = itemData(index).toLongLong();
    setCurrentIndex(0);
    if (id == allOnPalette)
        Q_EMIT wanted(tr("What lies on the palette"), {}, onThePalette());
    else if (const PaletteRecord* palette = m_document.notebook().palette({id}); palette && !palette->tubes.empty())
        Q_EMIT wanted(text(palette->name), palette->id, std::vector(palette->tubes));
}

} // namespace iris
