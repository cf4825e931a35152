#include "app/manual/manualwindow.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QScreen>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace iris {

/// Colours edge to edge.
class PaintBand : public QWidget {
public:
    PaintBand(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
    {
        setFixedHeight(72);
        connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
    }

    void show(std::vector<Lab> colours, const QString& words)
    {
        m_colours = std::move(colours);
        setAccessibleName(words);
        setVisible(!m_colours.empty());
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        const double each = static_cast<double>(width()) / static_cast<double>(m_colours.size());
        for (std::size_t i = 0; i < m_colours.size(); ++i) {
            const int from = static_cast<int>(each * static_cast<double>(i));
            const int to = static_cast<int>(each * static_cast<double>(i + 1));
            painter.fillRect(QRect(from, 0, to - from, height()), displayed(m_colours[i], m_settings.valuesOnly()));
        }
    }

private:
    ViewSettings& m_settings;
    std::vector<Lab> m_colours;
};

ManualWindow::ManualWindow(ViewSettings& settings, QWidget* parent)
    : QWidget(parent, Qt::Window),
      m_find(new QLineEdit(this)),
      m_questions(new QListWidget(this)),
      m_title(wordLabel("manualTitle", textFont(textsize::title, QFont::DemiBold), this)),
      m_paint(new PaintBand(settings, this)),
      m_words(new QTextBrowser(this)),
      m_go(new QPushButton(tr("Go there"), this))
{
    setWindowTitle(tr("Manual"));
    setObjectName(QStringLiteral("manual"));
    m_find->setObjectName(QStringLiteral("manualFind"));
    m_find->setPlaceholderText(tr("Look for a word"));
    m_questions->setObjectName(QStringLiteral("manualQuestions"));
    m_questions->setAccessibleName(tr("Questions"));
    m_questions->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_questions->setMaximumHeight(216);
    m_words->setObjectName(QStringLiteral("manualWords"));
    m_words->setOpenLinks(false);
    m_words->setFrameShape(QFrame::NoFrame);
    m_go->setObjectName(QStringLiteral("manualGo"));
    makeMain(*m_go);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 4 * gridStep, 4 * gridStep, 4 * gridStep);
    layout->setSpacing(3 * gridStep);
    for (QWidget* part : {static_cast<QWidget*>(m_find), static_cast<QWidget*>(m_questions),
                          static_cast<QWidget*>(m_title), static_cast<QWidget*>(m_paint)})
        layout->addWidget(part);
    layout->addWidget(m_words, 1);
    layout->addWidget(m_go);
    connect(m_find, &QLineEdit::textChanged, this, &ManualWindow::fill);
    connect(m_questions, &QListWidget::currentRowChanged, this, &ManualWindow::showPage);
    connect(m_go, &QPushButton::clicked, this, [this] {
        const ManualPage& page = *m_pages[static_cast<std::size_t>(m_questions->currentRow())];
        Q_EMIT goAsked(page.place, page.tab);
    });
    fill();
}

void ManualWindow::open()
{
    constexpr QSize usual(432, 720);
    if (!isVisible()) {
        const QRect room = screen()->availableGeometry();
        const QRect beside = parentWidget()->window()->frameGeometry();
        resize(usual.boundedTo(room.size()));
        move(std::min(beside.right() + 1, room.right() - width()), std::max(room.top(), beside.top()));
    }
    QWidget::show();
    raise();
    activateWindow();
    m_find->setFocus();
}

void ManualWindow::fill()
{
    m_pages = pagesWith(m_find->text());
    m_questions->clear();
    for (const ManualPage* page : m_pages)
        m_questions->addItem(page->title);
    m_questions->setCurrentRow(m_pages.empty() ? -1 : 0);
    showPage(m_questions->currentRow());
}

void ManualWindow::showPage(int row)
{
    const bool any = row >= 0 && row < static_cast<int>(m_pages.size());
    m_go->setEnabled(any && !m_pages[static_cast<std::size_t>(row)]->place.isEmpty());
    if (!any) {
        m_title->setText(tr("No page has these words"));
        m_words->clear();
        return m_paint->show({}, {});
    }
    const ManualPage& page = *m_pages[static_cast<std::size_t>(row)];
    m_title->setText(page.title);
    m_words->setMarkdown(page.markdown);
    QTextCursor cursor(m_words->document());
    cursor.select(QTextCursor::Document);
    QTextBlockFormat apart;
    apart.setBottomMargin(2 * gridStep);
    cursor.mergeBlockFormat(apart);
    m_paint->show(coloursOf(page.paint), page.paint);
}

void ManualWindow::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape)
        close();
    else
        QWidget::keyPressEvent(event);
}

} // namespace iris
