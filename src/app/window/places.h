#pragma once

#include "app/document/document.h"
#include "app/jobs/job.h"
#include "app/theme/viewsettings.h"

namespace iris {

class NeedsModel;
class Place;
class TubeModel;
class WellPage;
class Worktable;

/// The places of the window in working order, how one leads to another, and which of them takes a file in. A new place
/// is one line in the list here.
class Places : public QObject {
    Q_OBJECT

public:
    Places(Document& document, ViewSettings& settings, QWidget* parent);

    const std::vector<Place*>& list() const { return m_list; }
    /// With the well.
    std::vector<Place*> all() const;
    /// The mixing place, at hand from all the others; it has no line on the rail.
    WellPage& well() const { return *m_well; }
    template <typename Kind> Kind& the() const
    {
        for (Place* place : m_list)
            if (auto* kind = qobject_cast<Kind*>(place))
                return *kind;
        qFatal("no such place");
    }

    /// What the File menu offers of the places.
    QList<QAction*> fileActs() const { return m_fileActs; }
    /// Takes a list, a picture or measurements in.
    void takeList(const QString& path);
    void takeMeasurements(const QString& path);
    /// A picture is for the place on show when that wants one. Otherwise it is a painted sheet when it shows a sheet's
    /// marks, and a swatch card when it is called after a tube; what else it is, is asked.
    /// @param shown may be null
    void takePicture(const QString& path, Place* shown);

public Q_SLOTS:
    /// What a picture needs, out of what can be bought; asks for the picture when there is none.
    void seeWhatToBuy();

private:
    void connectPlaces();
    void askWhatItIs(const QString& path);

    Document& m_document;
    QWidget& m_window;
    TubeModel* m_tubes;
    NeedsModel* m_needs;
    Worktable* m_table; ///< what the places of mixes share
    std::vector<Place*> m_list;
    WellPage* m_well;
    QList<QAction*> m_fileActs;
    Job<bool> m_looking; ///< whether a picture shows a sheet
};

} // namespace iris
