#include "app/reading/readingsdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/reading/readingwords.h"
#include "app/theme/viewsettings.h"
#include "notebook/edits.h"
#include "paint/ratings.h"
#include "words/paintwords.h"

#include <QHBoxLayout>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

/// Full, thin and over black, touching.
QIcon threeColours(const Swatch& swatch, bool valuesOnly)
{
    QPixmap pixmap(72, 28);
    QPainter painter(&pixmap);
    painter.fillRect(0, 0, 24, 28, displayed(swatch.full, valuesOnly));
    painter.fillRect(24, 0, 24, 28, displayed(swatch.thin, valuesOnly));
    painter.fillRect(48, 0, 24, 28, displayed(swatch.overBlack, valuesOnly));
    return paintIcon(pixmap);
}

} // namespace

ReadingsDialog::ReadingsDialog(Document& document, ViewSettings& settings, TubeId tube, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_settings(settings),
      m_tube(tube),
      m_list(new QListWidget(this)),
      m_wash(new WashWidget(settings, {380, 110}, this)),
      m_picture(new PlainLabel(this)),
      m_words(wordLabel("readingWords", textFont(textsize::body), this)),
      m_goBy(new QPushButton(tr("Go by this one"), this)),
      m_remove(new QPushButton(tr("Remove"), this))
{
    const Tube* own = document.notebook().tube(tube);
    setWindowTitle(tr("Readings of %1").arg(own ? text(own->name) : QString()));
    resize(860, 520);
    m_list->setObjectName(QStringLiteral("readings"));
    m_list->setFixedWidth(380);
    m_list->setSpacing(2);
    m_list->setIconSize({72, 28});
    m_list->setWordWrap(true);
    auto* card = new QFrame(this);
    card->setProperty("card", true);
    auto* inCard = new QVBoxLayout(card);
    inCard->setContentsMargins(2 * gridStep, 2 * gridStep, 2 * gridStep, 2 * gridStep);
    inCard->addWidget(m_list);
    m_list->setStyleSheet(QStringLiteral("background: transparent"));
    m_goBy->setObjectName(QStringLiteral("goByReading"));
    m_remove->setObjectName(QStringLiteral("removeReading"));
    m_picture->setFixedWidth(380);
    m_picture->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_words->setFixedWidth(380);
    auto* right = new QVBoxLayout;
    right->addWidget(m_wash);
    right->addWidget(m_picture);
    right->addWidget(m_words);
    right->addStretch();
    auto* buttons = new QHBoxLayout;
    auto* close = new QPushButton(tr("Close"), this);
    for (QPushButton* button : {m_goBy, m_remove, close}) {
        button->setAutoDefault(false);
        buttons->addWidget(button);
    }
    right->addLayout(buttons);
    QHBoxLayout* layout = sideBySide(this);
    layout->addWidget(card);
    layout->addLayout(right);
    connect(m_list, &QListWidget::currentRowChanged, this, &ReadingsDialog::showChosen);
    connect(m_goBy, &QPushButton::clicked, this, [this] {
        if (const Tube* shown = m_document.notebook().tube(m_tube))
            m_document.apply(goingBy(m_document.notebook(), chosen()->id),
                             tr("go by another reading of %1").arg(text(shown->name)));
    });
    connect(m_remove, &QPushButton::clicked, this, [this] { m_document.apply(removing<SwatchRecord>(chosen()->id)); });
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    whenChanged(document, NotebookPart::Tubes, this, &ReadingsDialog::fill);
    fill();
}

void ReadingsDialog::fill()
{
    const int row = std::max(0, m_list->currentRow());
    m_list->clear();
    const Tube* own = m_document.notebook().tube(m_tube);
    const auto swatches = m_document.notebook().swatchesOf(m_tube);
    for (auto swatch = swatches.rbegin(); swatch != swatches.rend(); ++swatch) {
        const bool used = own && own->swatch == (*swatch)->onWhite && !(*swatch)->wet;
        auto* item =
            new QListWidgetItem((used ? QStringLiteral("●  ") : QStringLiteral("○  ")) + describe(**swatch), m_list);
        item->setIcon(threeColours((*swatch)->onWhite, m_settings.valuesOnly()));
        item->setData(Qt::UserRole, static_cast<qlonglong>((*swatch)->id.value));
    }
    m_list->setCurrentRow(std::min(row, m_list->count() - 1));
    showChosen();
}

const SwatchRecord* ReadingsDialog::chosen() const
{
    const QListWidgetItem* item = m_list->currentItem();
    return item ? m_document.notebook().swatch({item->data(Qt::UserRole).toLongLong()}) : nullptr;
}

void ReadingsDialog::showChosen()
{
    const SwatchRecord* swatch = chosen();
    m_goBy->setEnabled(swatch && !swatch->wet);
    m_remove->setEnabled(swatch);
    if (!swatch) {
        m_wash->clear();
        m_picture->clear();
        m_words->setText(tr("No reading yet. Read a card, or type the colours in."));
        return;
    }
    m_wash->show(rebuildFilm(swatch->onWhite).film, describe(*swatch), static_cast<unsigned>(swatch->id.value));
    const auto picture = QImage::fromData(m_document.picture(swatch->picture));
    m_picture->setVisible(!picture.isNull());
    if (!picture.isNull())
        m_picture->setPixmap(QPixmap::fromImage(displayed(
            picture.scaled(380, 220, Qt::KeepAspectRatio, Qt::SmoothTransformation), m_settings.valuesOnly())));
    QStringList lines{tr("Full %1").arg(labText(swatch->onWhite.full)),
                      tr("Thin %1").arg(labText(swatch->onWhite.thin)),
                      tr("Over black %1").arg(labText(swatch->onWhite.overBlack))};
    if (swatch->shareLeft)
        lines << tr("%1: %2 % is left")
                     .arg(sentence(text(stainingWord(stainingOf(*swatch->shareLeft)))),
                          number(100 * *swatch->shareLeft, 0));
    if (swatch->uncertainty > 0)
        lines << tr("Good to about %1").arg(number(swatch->uncertainty));
    const SwatchRecord* before = nullptr;
    for (const SwatchRecord* other : m_document.notebook().swatchesOf(m_tube))
        if (other->id < swatch->id && other->wet == swatch->wet)
            before = other;
    if (before)
        lines << comparison(swatch->onWhite, before->onWhite, tr("the reading before"));
    if (!swatch->notes.empty())
        lines << text(swatch->notes);
    m_words->setText(lines.join(QLatin1Char('\n')));
}

} // namespace iris
