#include "app/parts/tubemodel.h"

#include "app/parts/words.h"
#include "paint/ratings.h"
#include "words/paintwords.h"

#include <utility>

namespace iris {

QString searchedWords(const Tube& tube, const Paint& paint)
{
    QStringList words{text(tube.name),
                      text(tube.maker),
                      text(tube.line),
                      text(textOf(tube.codes)),
                      text(tube.form),
                      text(tube.notes),
                      text(tube.stock.boughtOn),
                      text(nameOf(tube.stock.where)),
                      text(nameOf(tube.stock.container)),
                      text(nameOf(paint.family)),
                      text(describe(paint.lean())),
                      text(nameOf(paint.transparency().kind)),
                      text(stainingWord(paint.staining)),
                      text(granulationWord(paint.granulation)),
                      text(lightfastnessWord(paint.lightfastness)),
                      text(nameOf(paint.source))};
    words << (tube.codes.size() > 1 ? QStringLiteral("convenience mix") : QStringLiteral("single pigment"));
    for (const std::string& caution : paint.cautions)
        words << text(caution);
    return words.join(QLatin1Char(' ')).toLower();
}

TubeModel::TubeModel(Document& document, QObject* parent) : QAbstractListModel(parent), m_document(document)
{
    connect(&document, &Document::tubesChanged, this, &TubeModel::reload);
    reload();
}

/// What is known of tubes that have not changed stays: of a thousand an edit mostly changes one.
void TubeModel::reload()
{
    beginResetModel();
    const StudioPtr before = std::exchange(m_studio, m_document.studio());
    std::vector<TubeFacts> facts;
    std::vector<std::optional<WashColours>> washes;
    for (std::size_t i = 0; i < m_studio->paints.size(); ++i) {
        const Tube& tube = m_studio->notebook.tubes[i];
        const Paint& paint = m_studio->paints[i];
        const auto then = before ? before->placeOf(tube.id) : std::nullopt;
        if (then && before->notebook.tubes[*then] == tube && before->paints[*then] == paint) {
            facts.push_back(std::move(m_facts[*then]));
            washes.push_back(std::move(m_washes[*then]));
            continue;
        }
        facts.push_back({paint.family, paint.lean(), paint.transparency(), paint.swatch.full.l, tube.stock.pricePerMl(),
                         tube.stock.where, text(tube.name), searchedWords(tube, paint), paint.codes});
        washes.emplace_back();
    }
    m_facts = std::move(facts);
    m_washes = std::move(washes);
    endResetModel();
}

int TubeModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_facts.size());
}

const WashColours& TubeModel::washAt(std::size_t row) const
{
    if (!m_washes[row])
        m_washes[row] = washColours(m_document.studio()->paints[row].film);
    return *m_washes[row];
}

QString TubeModel::spokenWords(std::size_t row) const
{
    const Paint& paint = m_document.studio()->paints[row];
    return tr("%1, %2, %3, %4, %5")
        .arg(text(paint.name), text(textOf(paint.codes)), text(describe(paint.lean())),
             text(describe(paint.transparency())), text(nameOf(paint.source)));
}

QVariant TubeModel::data(const QModelIndex& index, int role) const
{
    // Between a change and the reset that follows it there may be fewer tubes than rows.
    if (!index.isValid() || index.row() >= std::min(rowCount(), static_cast<int>(m_document.studio()->paints.size())))
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    switch (role) {
    case Qt::DisplayRole: return text(m_document.notebook().tubes[row].name);
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole: return spokenWords(row);
    case IdRole: return static_cast<qlonglong>(m_document.notebook().tubes[row].id.value);
    case PaintRole: return QVariant::fromValue(&m_document.studio()->paints[row]);
    case WashRole: return QVariant::fromValue(&washAt(row));
    case NotAtHandRole: {
        const Tube& tube = m_document.notebook().tubes[row];
        return isAtHand(tube) ? QString() : text(nameOf(tube.stock.where));
    }
    case MakerRole: return text(m_document.notebook().tubes[row].maker);
    default: return {};
    }
}

TubeId TubeModel::idAt(int row) const
{
    return {index(row).data(IdRole).toLongLong()};
}

int TubeModel::rowOf(TubeId id) const
{
    const auto place = m_document.studio()->placeOf(id);
    return place ? static_cast<int>(*place) : -1;
}

} // namespace iris
