#pragma once

#include "app/document/document.h"
#include "app/jobs/job.h"
#include "words/drawerwords.h"

#include <QWidget>

class QPushButton;

namespace iris {

class PlainLabel;

/// One true thing about the tubes one has; another at a press. Worked out beside the window when it is seen.
class TruthLine : public QWidget {
    Q_OBJECT

public:
    /// @param another the act that shows the next one
    TruthLine(Document& document, QAction& another, QWidget* parent = nullptr);

    void showNext();
    bool isBusy() const { return m_looking.isRunning(); }

Q_SIGNALS:
    /// The pair that shows it.
    void pairWanted(iris::TubeId first, iris::TubeId second);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void look();
    void tell();
    void seeIt();

    Document& m_document;
    QAction& m_another;
    Job<std::vector<DrawerTruth>> m_looking;
    StudioPtr m_studio; ///< whose tubes the truths count
    std::vector<DrawerTruth> m_truths;
    std::size_t m_shown = 0;
    bool m_isStale = true;
    PlainLabel* m_words;
    QPushButton* m_see;
};

} // namespace iris
