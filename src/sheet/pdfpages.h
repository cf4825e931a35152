#pragma once

#include <QByteArray>
#include <QSizeF>
#include <QString>
#include <functional>
#include <vector>

class QPainter;

namespace iris {

/// Pages as one PDF, true to size when printed at 100 %. Needs a QGuiApplication.
/// @param pages their sizes, mm
/// @param draw draws a page, so many painter units to a mm
QByteArray pdfPages(const QString& title, const std::vector<QSizeF>& pages,
                    const std::function<void(QPainter& painter, std::size_t page, double unitsPerMm)>& draw);

} // namespace iris
