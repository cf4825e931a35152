#pragma once

#include "app/document/document.h"
#include "app/jobs/openpicture.h"
#include "notebook/subjectrecord.h"
#include "sheet/picturesample.h"

namespace iris {

/// What is on show of a picture to paint from: the picture itself, and its colours gathered in cells.
struct LoadedSubject {
    ScanPtr scan;
    QSize sampleSize;
    ColourCells seen;       ///< of the sample's pixels
    PictureFitting fitting; ///< how its values come to paper
    ColourCells cells;      ///< the same laid so: what is to be painted

    /// Whether that is to be seen: some of it is another colour, as two held side by side are.
    bool isMoved() const;
};
using LoadedSubjectPtr = std::shared_ptr<const LoadedSubject>;

/// A picture made small to be kept, and what is to be known of how it was taken in.
struct TakenPicture {
    Picture picture;
    QString remark;
};

/// One of the notebook's pictures, read in a job, and what its needs make of it.
class SubjectPicture : public QObject {
    Q_OBJECT

public:
    explicit SubjectPicture(Document& document, QObject* parent = nullptr);

    /// The first one there is.
    void showFirst();
    /// Shows another picture; none for 0 or one that is gone.
    void show(SubjectId id);
    SubjectId subject() const { return m_subject; }
    /// Its record; null when there is none.
    const SubjectRecord* record() const;
    /// Null while it is being read, or could not be.
    const LoadedSubjectPtr& loaded() const { return m_loaded; }
    bool isBusy() const { return m_reading.isRunning() || m_taking.isRunning() || m_laying.isRunning(); }
    const QString& trouble() const { return m_trouble; }

    /// Takes a photograph or sketch into the notebook and shows it.
    void take(const QString& path);

    /// Lays its values anew: its needs follow.
    void lay(PictureFit fit);

    /// The picture as it is to be painted, its values laid.
    QImage laid(bool grey) const { return m_loaded ? paintedWith(m_loaded->cells.colours, grey) : QImage(); }
    /// The picture in no more colours than these, each pixel the nearest.
    QImage simplified(const std::vector<Lab>& colours, bool grey) const;
    /// The picture with another colour in the place of each of its cells.
    QImage paintedWith(const std::vector<Lab>& ofCell, bool grey) const;
    /// A veil over all that is nearer to other colours than to one; it is to be laid over the picture.
    QImage veilBut(const std::vector<Lab>& colours, std::size_t which) const;

Q_SIGNALS:
    void changed();

private:
    QImage painted(const std::vector<QRgb>& ofCell) const;

    Document& m_document;
    SubjectId m_subject;
    std::string m_shownPicture; ///< the name of the one that is loaded
    std::optional<Lab> m_shownWhite;
    PictureFit m_shownFit = PictureFit::AsItIs;
    LoadedSubjectPtr m_loaded;
    QString m_trouble;
    Job<LoadedSubjectPtr> m_reading;
    Job<Result<TakenPicture>> m_taking;
    Job<PictureFitting> m_laying;
};

} // namespace iris
