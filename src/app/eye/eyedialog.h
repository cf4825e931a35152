#pragma once

#include "app/eye/eyerecord.h"
#include "eye/question.h"
#include "notebook/studio.h"

#include <QDialog>
#include <random>

class QHBoxLayout;
class QPushButton;

namespace iris {

class FilledPage;
class PlainLabel;
class ViewSettings;

/// A round of ten questions to the eye: two or three colours fill the page, one question, the answers below with their
/// keys. Then what was so and how far apart the colours were, and the next one. At the end what the eye tells by now,
/// and where it is weak. No points.
class EyeDialog : public QDialog {
    Q_OBJECT

public:
    EyeDialog(StudioPtr studio, EyeRecord& record, ViewSettings& settings, unsigned seed, QWidget* parent = nullptr);

    /// What is asked now; null after the round.
    const Asked* asked() const { return m_asked ? &*m_asked : nullptr; }
    bool isAnswered() const { return m_isAnswered; }
    /// @param answer place among the answers
    void answer(std::size_t answer);
    void goOn();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void begin();
    void askNext();
    void showAsked();
    void showEnd();
    void setButtons(const QStringList& words);

    StudioPtr m_studio;
    EyeRecord& m_record;
    std::mt19937 m_random;
    std::vector<EyeQuestion> m_round;
    std::optional<Asked> m_asked;
    bool m_isAnswered = false;
    FilledPage* m_page;
    PlainLabel* m_question;
    PlainLabel* m_told;
    QHBoxLayout* m_buttons;
};

} // namespace iris
