#include "app/parts/plainlabel.h"

#include "app/parts/plainwords.h"

namespace iris {

PlainLabel::PlainLabel(QWidget* parent) : QLabel(parent)
{
    setTextFormat(Qt::PlainText);
}

PlainLabel::PlainLabel(const QString& words, QWidget* parent) : PlainLabel(parent)
{
    setText(words);
}

void PlainLabel::setText(const QString& words)
{
    QLabel::setText(shownWords(words));
}

} // namespace iris
