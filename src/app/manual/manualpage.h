#pragma once

#include "colour/cielab.h"

#include <QString>
#include <vector>

namespace iris {

/// One question of the manual, as it stands in docs/manual.
struct ManualPage {
    QString title;
    QString group;
    QString markdown; ///< without its title and pictures
    QString place;    ///< where its button goes: "Pairs"; empty for nowhere
    int tab = 0;      ///< and which of its pages
    QString paint;    ///< what is drawn beside it: "wash PB29", "ladder PB29 PV19/rose", "touching 3.6"
};

/// Every page that the program carries, in the order of the job.
const std::vector<ManualPage>& manualPages();

/// Those that hold every word that is looked for, in title or text, whatever the letter case; all for none.
std::vector<const ManualPage*> pagesWith(const QString& words);

/// The colours a page's paint comes to, edge to edge: a wash let out from full to thin, the way from one tube of the
/// table to another evenly in strength, or two colours as far apart as asked (CIEDE2000). Empty for none.
std::vector<Lab> coloursOf(const QString& paint);

} // namespace iris
