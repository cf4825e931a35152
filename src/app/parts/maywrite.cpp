#include "app/parts/maywrite.h"

#include "app/document/document.h"
#include "app/parts/messages.h"
#include "app/parts/words.h"

namespace iris {

bool mayWrite(const Document& document, QWidget* parent)
{
    const QString reason = document.readOnlyReason();
    if (!reason.isEmpty())
        messages().tell(parent, QObject::tr("Reading only"), reason + QLatin1Char('.')); // begins with a file's name
    return reason.isEmpty();
}

} // namespace iris
