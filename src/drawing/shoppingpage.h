#pragma once

#include "notebook/listtobuy.h"

#include <QByteArray>

class QPainter;

namespace iris {

/// How a list to buy lies on A4: so many tubes a page, each with its wash, what to ask for and what to take instead.
inline constexpr std::size_t boughtAPage = 7;

/// Draws one page; so many painter units to a mm.
void drawShoppingPage(QPainter& painter, const ListToBuy& list, std::size_t page, double unitsPerMm);

/// The whole list as a PDF, with a box to tick for each tube. Needs a QGuiApplication.
QByteArray shoppingPdf(const ListToBuy& list);

} // namespace iris
