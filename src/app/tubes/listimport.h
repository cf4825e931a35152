#pragma once

#include <QString>

namespace iris {

class Document;

/// Brings a list of tubes or of readings into the notebook, in one step of undo.
/// @return what came of it, in a few lines
QString bringIn(Document& document, const QString& path);

} // namespace iris
