#include "app/palette/subjectpicture.h"

#include "app/parts/words.h"
#include "colour/observer.h"
#include "drawing/displayed.h"
#include "notebook/edits.h"
#include "sheet/keptpicture.h"

#include <QFileInfo>

namespace iris {
namespace {

LoadedSubjectPtr loadedFrom(const QByteArray& bytes, const std::optional<Lab>& white, const JobTools& tools)
{
    QImage image = QImage::fromData(bytes);
    if (image.isNull())
        return {};
    auto loaded = std::make_shared<LoadedSubject>();
    loaded->scan = std::make_shared<const Scan>(Scan::of(image.convertToFormat(QImage::Format_RGB32)));
    std::optional<LinearRgb> light;
    if (white)
        light = toLinearRgb(*white);
    PictureSample sample = sampleOf(*loaded->scan, sampleSide, light, tools.stop);
    loaded->sampleSize = sample.size;
    loaded->cells = colourCells(sample.pixels);
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
    if (picture == m_shownPicture && white == m_shownWhite)
        return Q_EMIT changed();
    m_shownPicture = picture;
    m_shownWhite = white;
    m_loaded.reset();
    m_trouble.clear();
    m_reading.drop();
    const QByteArray bytes = m_document.picture(picture);
    if (!bytes.isEmpty())
        m_reading.start([bytes, white](const JobTools& tools) { return loadedFrom(bytes, white, tools); },
                        [this](const LoadedSubjectPtr& loaded) {
                            m_loaded = loaded;
                            Q_EMIT changed();
                        });
    Q_EMIT changed();
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
