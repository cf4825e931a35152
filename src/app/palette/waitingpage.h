#pragma once

#include "app/jobs/job.h"
#include "notebook/shownchoice.h"

#include <QWidget>

class QAction;
class QProgressBar;

namespace iris {

class PlainLabel;

/// What is looked at while a choice is worked out: how far it has come, and what would do before it is known what is
/// least. The guess is made only when there is somebody who waits.
class WaitingPage : public QWidget {
    Q_OBJECT

public:
    /// @param stop ends the choice
    WaitingPage(QAction& stop, QWidget* parent);

    /// A question begins.
    void begin(const QString& words, const ChoiceQuestionPtr& question);
    void setProgress(double share);
    /// It is answered, or nobody wants to know any more.
    void end() { m_guessing.drop(); }

protected:
    void showEvent(QShowEvent* event) override;

private:
    void guess();

    PlainLabel* m_words;
    QProgressBar* m_progress;
    PlainLabel* m_guess;
    ChoiceQuestionPtr m_question;
    Job<QString> m_guessing;
};

} // namespace iris
