#include "testprogram.h"

#include <QFileInfo>
#include <cstdio>
#include <map>
#include <string>
#include <vector>

namespace iris {
namespace {

std::map<std::string, TestRun>& tests()
{
    static std::map<std::string, TestRun> all;
    return all;
}

} // namespace

bool addTest(const char* file, TestRun run)
{
    const QString name = QFileInfo(QString::fromUtf8(file)).completeBaseName();
    return tests().emplace(name.mid(static_cast<int>(qstrlen("tst_"))).toStdString(), run).second;
}

} // namespace iris

/// tests_LAYER NAME [what QtTest takes]: without a name, or with one there is no test of, the names there are.
int main(int argc, char** argv)
{
    const auto test = argc < 2 ? iris::tests().end() : iris::tests().find(argv[1]);
    if (test == iris::tests().end()) {
        for (const auto& [name, run] : iris::tests())
            std::puts(name.c_str());
        return 2;
    }
    std::vector<char*> arguments(argv, argv + argc);
    arguments.erase(arguments.begin() + 1);
    arguments.push_back(nullptr);
    return test->second(argc - 1, arguments.data());
}
