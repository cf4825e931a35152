#pragma once

class QApplication;

namespace iris {

/// The program from its arguments to its end: iris-bianca [NOTEBOOK] [--screenshots DIR]. Without a notebook it opens
/// the one in the painter's documents, and makes it the first time.
int runApplication(QApplication& application);

} // namespace iris
