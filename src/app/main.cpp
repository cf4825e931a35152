#include "app/window/startup.h"

#include <QApplication>

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    return iris::runApplication(application);
}
