#pragma once

#include <QLabel>

namespace iris {

/// The one label of the window: it shows its words as they are. The toolkit's own guesses whether they are markup, so
/// that a tube called "<img src=...>" would load a file.
class PlainLabel : public QLabel {
    Q_OBJECT

public:
    explicit PlainLabel(QWidget* parent = nullptr);
    explicit PlainLabel(const QString& words, QWidget* parent = nullptr);

    /// See shownWords().
    void setText(const QString& words);
};

} // namespace iris
