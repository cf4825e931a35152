#include "app/window/startup.h"
#include "files/outputfile.h"

#include <QApplication>

int main(int argc, char** argv)
{
    iris::takeNoSignalForFullFiles();
    QApplication application(argc, argv);
    return iris::runApplication(application);
}
