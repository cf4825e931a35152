#pragma once

#include <QtTest>

namespace iris {

/// One of the tests of a layer, as the program of that layer runs it.
using TestRun = int (*)(int argc, char** argv);

/// Makes a test known by the name of its file: "find" for tst_find.cpp. Returns true, to be called before main().
bool addTest(const char* file, TestRun run);

/// For a test that needs no application around it.
struct NoApplication {
    NoApplication(int&, char**) {}
};

template <typename Test, typename Application> int runTest(int argc, char** argv)
{
    const Application application(argc, argv);
    Test test;
    return QTest::qExec(&test, argc, argv);
}

} // namespace iris

/// Stands at the end of each tst_NAME.cpp.
/// @param Application QApplication, QGuiApplication, QCoreApplication or NoApplication
#define IRIS_TEST(Test, Application)                                                                                   \
    static const bool known##Test = iris::addTest(__FILE__, &iris::runTest<Test, Application>);
