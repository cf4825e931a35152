#pragma once

#include "app/document/document.h"
#include "app/parts/choicebox.h"

namespace iris {

/// The palettes that are kept, and all that lies on the palette, to be seen again.
class KeptPalettes : public ChoiceBox {
    Q_OBJECT

public:
    explicit KeptPalettes(Document& document, QWidget* parent = nullptr);

Q_SIGNALS:
    /// @param id 0 for what lies on the palette, which is kept nowhere
    void wanted(const QString& name, iris::PaletteId id, const std::vector<iris::TubeId>& tubes);

private:
    void fill();
    void want(int index);
    std::vector<TubeId> onThePalette() const;

    Document& m_document;
};

} // namespace iris
