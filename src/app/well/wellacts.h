#pragma once

#include "app/document/document.h"
#include "sheet/pickedcolour.h"

namespace iris {

/// "2 touches of Phthalo Blue", "water, to 71 % of the strength".
QString stepWords(const WellStep& step, const Studio& studio);

/// The well that is open, and everything that is done to wells: each act is a change of the notebook, so that it can be
/// undone.
class WellActs : public QObject {
    Q_OBJECT

public:
    /// @param window what is told stands in front of it
    WellActs(Document& document, QWidget* window);

    /// The well that is open; null while there are none.
    const WellRecord* record() const;
    WellId open() const { return m_open; }
    void choose(WellId well);
    /// Opens the last well where the one that was open is gone.
    void keepWithin();

    /// Begins a new well beside the others with a recipe in it.
    void begin(const StudioPtr& studio, const Recipe& recipe, const std::optional<Lab>& wanted, const QString& name);
    /// Begins an empty one for the same colour.
    void beginEmpty();
    void putIn(TubeId tube, double parts);
    void water();
    void blot();
    void see(const std::vector<Look>& looks);
    /// @param sd how far that may be off, deltaE00
    void seeColour(const Lab& colour, double sd = 1);
    void backTo(int steps);
    /// Writes the puddle down as a mix, with what went in as its note.
    void save();
    /// Writes it down as painted, with the colour it dried to, so that its tubes' strengths are learnt from it.
    void saveDried(const Dab& dab);
    /// Marks it as the best of the attempts at its colour.
    void markBest();
    /// Pours half of another well in.
    void pour(WellId from);
    void empty();

Q_SIGNALS:
    void chosen();
    void begun();

private:
    void add(WellStep step, const QString& what);
    void change(const WellRecord& well, const QString& what);
    void begin(WellRecord well, const QString& what);
    std::optional<MixRecord> asMix() const;

    Document& m_document;
    QWidget& m_window;
    WellId m_open;
};

} // namespace iris
