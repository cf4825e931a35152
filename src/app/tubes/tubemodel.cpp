#include "app/tubes/tubemodel.h"

#include "app/parts/words.h"

namespace iris {

TubeModel::TubeModel(Document& document, QObject* parent) : QAbstractListModel(parent), m_document(document)
{
    connect(&document, &Document::tubesChanged, this, &TubeModel::reload);
    reload();
}

void TubeModel::reload()
{
    beginResetModel();
    m_washes.clear();
    for (const Paint& paint : m_document.paints())
        m_washes.push_back(washColours(paint.film));
    m_count = m_washes.size();
    endResetModel();
}

int TubeModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_count);
}

QString TubeModel::spokenWords(std::size_t row) const
{
    const Paint& paint = m_document.paints()[row];
    return tr("%1, %2, %3, %4, %5")
        .arg(text(paint.name), text(textOf(paint.codes)), text(describe(paint.lean())),
             text(describe(paint.transparency())), text(nameOf(paint.source)));
}

QVariant TubeModel::data(const QModelIndex& index, int role) const
{
    // Between a change and the reset that follows it there may be fewer tubes than rows.
    if (!index.isValid() || index.row() >= std::min(rowCount(), static_cast<int>(m_document.paints().size())))
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    switch (role) {
    case Qt::DisplayRole: return text(m_document.notebook().tubes[row].name);
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole: return spokenWords(row);
    case IdRole: return static_cast<qlonglong>(m_document.notebook().tubes[row].id.value);
    case PaintRole: return QVariant::fromValue(&m_document.paints()[row]);
    case WashRole: return QVariant::fromValue(&m_washes[row]);
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
    const auto place = m_document.placeOf(id);
    return place ? static_cast<int>(*place) : -1;
}

} // namespace iris
