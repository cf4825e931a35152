#include "app/palette/subjectpicture.h"

#include "app/parts/words.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "drawing/displayed.h"
#include "notebook/edits.h"
#include "notebook/picturevalues.h"
#include "sheet/keptpicture.h"

#include <QFileInfo>

namespace iris {
namespace {

/// What a picture is read with.
struct Reading {
    QByteArray bytes;
    std::optional<Lab> white;
    PictureFit fit = PictureFit::AsItIs;
    StudioPtr studio;
};

LoadedSubjectPtr loadedFrom(const Reading& reading, const JobTools& tools)
{
    QImage image = QImage::fromData(reading.bytes);
    if (image.isNull())
        return {};
    auto loaded = std::make_shared<LoadedSubject>();
    loaded->scan = std::make_shared<const Scan>(Scan::of(image.convertToFormat(QImage::Format_RGB32)));
    std::optional<LinearRgb> light;
    if (reading.white)
        light = toLinearRgb(*reading.white);
    PictureSample sample = sampleOf(*loaded->scan, sampleSide, light, tools.stop);
    loaded->sampleSize = sample.size;
    loaded->seen = colourCells(sample.pixels);
    loaded->fitting = fittingFor(reading.fit, loaded->seen, *reading.studio);
    loaded->cells = loaded->fitting.laid(loaded->seen);
    return loaded;
}

/// Refuses what would be no picture to measure before it is shrunk.
Result<TakenPicture> takenFrom(const QString& path)
{
    TakenPicture taken;
    if (const auto scan = Scan::load(path); !scan)
        return tl::unexpected(scan.error());
    else
        taken.remark = withRemark(*scan, {}).trimmed();
    auto picture = pictureFrom(path, subjectWidth);
    if (!picture)
        return tl::unexpected(picture.error());
    taken.picture = std::move(*picture);
    return taken;
}

} // namespace

bool LoadedSubject::isMoved() const
{
    constexpr double isSeen = 2;    // deltaE00
    constexpr double enough = 0.02; // of the picture
    double moved = 0;
    for (std::size_t i = 0; i < seen.colours.size(); ++i)
        if (deltaE00(seen.colours[i], cells.colours[i]) > isSeen)
            moved += seen.shares[i];
    return moved > enough;
}

SubjectPicture::SubjectPicture(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    whenChanged(document, NotebookPart::Subjects, this, [this] { show(m_subject); });
    connect(&document, &Document::notebookOpened, this, [this] {
        m_taking.drop();
        showFirst();
    });
}

void SubjectPicture::showFirst()
{
    const auto& subjects = m_document.notebook().subjects;
    show(subjects.empty() ? SubjectId{} : subjects.front().id);
}

const SubjectRecord* SubjectPicture::record() const
{
    return m_document.notebook().subject(m_subject);
}

void SubjectPicture::show(SubjectId id)
{
    m_subject = m_document.notebook().subject(id) ? id : SubjectId{};
    const SubjectRecord* subject = record();
    const std::string picture = subject ? subject->picture : std::string();
    const std::optional<Lab> white = subject ? subject->white : std::nullopt;
    const PictureFit fit = subject ? subject->fit : PictureFit::AsItIs;
    if (picture == m_shownPicture && white == m_shownWhite && fit == m_shownFit)
        return Q_EMIT changed();
    m_shownPicture = picture;
    m_shownWhite = white;
    m_shownFit = fit;
    m_loaded.reset();
    m_trouble.clear();
    m_reading.drop();
    const QByteArray bytes = m_document.picture(picture);
    if (!bytes.isEmpty())
        m_reading.start([reading = Reading{bytes, white, fit, m_document.studio()}](
                            const JobTools& tools) { return loadedFrom(reading, tools); },
                        [this](const LoadedSubjectPtr& loaded) {
                            m_loaded = loaded;
                            Q_EMIT changed();
                        });
    Q_EMIT changed();
}

void SubjectPicture::lay(PictureFit fit)
{
    if (!m_loaded || !record())
        return;
    m_laying.start([loaded = m_loaded, fit,
                    studio = m_document.studio()](const JobTools&) { return fittingFor(fit, loaded->seen, *studio); },
                   [this, fit, subject = m_subject](const PictureFitting& fitting) {
                       m_document.apply(layingValues(m_document.notebook(), subject, fit, fitting),
                                        tr("lay the values anew"));
                   });
}

void SubjectPicture::take(const QString& path)
{
    m_trouble.clear();
    if (m_document.notebook().subjects.size() >= mostSubjects) {
        m_trouble = tr("The notebook keeps as many pictures as it can. Take one out first.");
        return Q_EMIT changed();
    }
    const QString name = QFileInfo(path).completeBaseName();
    m_taking.start([path](const JobTools&) { return takenFrom(path); },
                   [this, name](const Result<TakenPicture>& taken) {
                       if (!taken) {
                           m_trouble = sentence(text(taken.error().message));
                           return Q_EMIT changed();
                       }
                       SubjectRecord subject;
                       subject.name = name.trimmed().isEmpty() ? "picture" : name.trimmed().toStdString();
                       subject.picture = taken->picture.name;
                       subject.fit = PictureFit::ToPaint;
                       const auto done = m_document.apply(putting(subject, taken->picture),
                                                          tr("keep the picture %1").arg(text(subject.name)));
                       show(done ? done->subjects.put.front().id : SubjectId{});
                       m_trouble = taken->remark;
                       Q_EMIT changed();
                   });
    Q_EMIT changed();
}

QImage SubjectPicture::painted(const std::vector<QRgb>& ofCell) const
{
    QImage image(m_loaded->sampleSize, QImage::Format_ARGB32_Premultiplied);
    std::size_t pixel = 0;
    for (int y = 0; y < image.height(); ++y) {
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = 0; x < image.width(); ++x)
            line[x] = ofCell[m_loaded->cells.place[pixel++]];
    }
    return image;
}

QImage SubjectPicture::simplified(const std::vector<Lab>& colours, bool grey) const
{
    if (!m_loaded || colours.empty())
        return {};
    std::vector<QRgb> shown;
    for (const std::size_t nearest : nearestColours(m_loaded->cells, colours))
        shown.push_back(displayed(colours[nearest], grey).rgb());
    return painted(shown);
}

QImage SubjectPicture::paintedWith(const std::vector<Lab>& ofCell, bool grey) const
{
    std::vector<QRgb> shown;
    for (const Lab& colour : ofCell)
        shown.push_back(displayed(colour, grey).rgb());
    return painted(shown);
}

QImage SubjectPicture::veilBut(const std::vector<Lab>& colours, std::size_t which) const
{
    constexpr QRgb veil = qRgba(100, 100, 100, 212); // a neutral grey, premultiplied
    if (!m_loaded || which >= colours.size())
        return {};
    std::vector<QRgb> shown;
    for (const std::size_t nearest : nearestColours(m_loaded->cells, colours))
        shown.push_back(nearest == which ? qRgba(0, 0, 0, 0) : veil);
    return painted(shown);
}

} // namespace iris
