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
    whenChanged(document, NotebookPart::Tubes, this, &TubeModel::reload);
    reload();
}

/// What is known of tubes that have not changed stays: of a thousand an edit mostly changes one. Where the same tubes
/// stand in the same rows and few have changed, the lists are told of those alone: a reset makes them begin anew.
void TubeModel::reload()
{
    constexpr std::size_t fewRows = 8;
    const StudioPtr before = std::exchange(m_studio, m_document.studio());
    const std::vector<Tube>& tubes = m_studio->notebook.tubes;
    std::vector<std::optional<std::size_t>> same(tubes.size()); // where what is known of a row stands already
    std::vector<std::size_t> changed;
    bool sameRows = before && before->notebook.tubes.size() == tubes.size();
    for (std::size_t i = 0; i < tubes.size(); ++i) {
        const auto then = before ? before->placeOf(tubes[i].id) : std::nullopt;
        sameRows = sameRows && then == i;
        if (then && before->notebook.tubes[*then] == tubes[i] && before->paints[*then] == m_studio->paints[i])
            same[i] = then;
        else
            changed.push_back(i);
    }
    if (sameRows && changed.size() <= fewRows) {
        for (const std::size_t row : changed) {
            m_facts[row] = factsOf(row);
            m_washes[row].reset();
        }
        for (const std::size_t row : changed)
            Q_EMIT dataChanged(index(static_cast<int>(row)), index(static_cast<int>(row)));
        return;
    }
    beginResetModel();
    std::vector<TubeFacts> facts(tubes.size());
    std::vector<std::optional<WashColours>> washes(tubes.size());
    for (std::size_t row = 0; row < tubes.size(); ++row) {
        facts[row] = same[row] ? std::move(m_facts[*same[row]]) : factsOf(row);
        washes[row] = same[row] ? std::move(m_washes[*same[row]]) : std::nullopt;
    }
    m_facts = std::move(facts);
    m_washes = std::move(washes);
    endResetModel();
}

TubeFacts TubeModel::factsOf(std::size_t row) const
{
    const Tube& tube = m_studio->notebook.tubes[row];
    const Paint& paint = m_studio->paints[row];
    return {paint.family,     paint.lean(),    paint.transparency(),       paint.swatch.full.l, tube.stock.pricePerMl(),
            tube.stock.where, text(tube.name), searchedWords(tube, paint), paint.codes};
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
