#include "sheet/sheetfont.h"

#include <QFontDatabase>

// Outside the namespace, as the macro demands.
static void initialiseFontResource()
{
    Q_INIT_RESOURCE(fonts);
}

namespace iris {

bool loadFonts()
{
    static const bool loaded = [] {
        initialiseFontResource();
        bool all = true;
        for (const char* file : {"OpenSans-Regular.ttf", "OpenSans-Semibold.ttf", "OpenSans-Bold.ttf"})
            all = QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/") + QLatin1String(file)) >= 0 && all;
        return all;
    }();
    return loaded;
}

} // namespace iris
