#pragma once

#include <QString>
#include <optional>

namespace iris {

class Document;

/// Brings a list of tubes or of readings into the notebook, in one step of undo.
/// @return what came of it, in a few lines
QString bringIn(Document& document, const QString& path);

/// The text of a list that is no table, an order's e-mail or plain lines, but has tubes in it; nothing for others.
std::optional<QString> plainLinesIn(const QString& path);

} // namespace iris
