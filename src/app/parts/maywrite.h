#pragma once

class QWidget;

namespace iris {

class Document;

/// Whether the notebook may be changed. When not, says why, before a form is filled in for nothing.
bool mayWrite(const Document& document, QWidget* parent);

} // namespace iris
