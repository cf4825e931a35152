#include "cli/cli.h"

#include <QCoreApplication>
#include <iostream>

int main(int argc, char** argv)
{
    const QCoreApplication application(argc, argv); // the notebook's database driver wants one
    return iris::runCli({argv + 1, argv + argc}, std::cout, std::cerr);
}
