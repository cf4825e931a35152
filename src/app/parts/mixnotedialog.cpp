#include "app/parts/mixnotedialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/markwords.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>

namespace iris {

MixNoteDialog::MixNoteDialog(const MixRecord& mix, const std::string& words, QWidget* parent)
    : QDialog(parent),
      m_mix(mix),
      m_name(new QLineEdit(text(mix.name), this)),
      m_stars(new QComboBox(this)),
      m_tags(new QLineEdit(text(mix.tags), this)),
      m_notes(new QPlainTextEdit(text(mix.notes), this))
{
    setWindowTitle(tr("Note on a mix"));
    setMinimumWidth(440);
    m_name->setObjectName(QStringLiteral("mixName"));
    m_name->setPlaceholderText(tr("wet mud"));
    m_stars->setObjectName(QStringLiteral("mixStars"));
    m_stars->addItems(markWords());
    m_stars->setCurrentIndex(mix.stars);
    m_tags->setObjectName(QStringLiteral("mixTags"));
    m_tags->setPlaceholderText(tr("reeds, shadow"));
    m_notes->setObjectName(QStringLiteral("mixNotes"));
    m_notes->setTabChangesFocus(true);
    m_notes->setFixedHeight(96);
    auto* what = wordLabel("mixWhat", textFont(textsize::body, QFont::DemiBold), this);
    what->setText(text(words));
    auto* form = new QFormLayout(this);
    form->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    form->setVerticalSpacing(2 * gridStep);
    form->addRow(what);
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("Mark"), m_stars);
    form->addRow(tr("Tags"), m_tags);
    form->addRow(tr("Notes"), m_notes);
    QDialogButtonBox* buttons = keepOrLeave(*this, tr("Keep"), "keepNote").box;
    form->addRow(buttons);
    followReadingOrder(*this);
}

MixRecord MixNoteDialog::mix() const
{
    MixRecord mix = m_mix;
    mix.name = m_name->text().trimmed().toStdString();
    mix.stars = m_stars->currentIndex();
    mix.tags = m_tags->text().trimmed().toStdString();
    mix.notes = m_notes->toPlainText().trimmed().toStdString();
    return mix;
}

} // namespace iris
