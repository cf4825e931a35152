#pragma once

#include "cli/cli.h"
#include "colour/cielab.h"

#include <QStringList>
#include <nlohmann/json.hpp>
#include <sstream>

/// What a command printed and how it ended.
struct Run {
    int code;
    std::string out;
    std::string err;
};

inline Run run(const std::vector<std::string>& arguments)
{
    std::ostringstream out;
    std::ostringstream err;
    const int code = iris::runCli(arguments, out, err);
    return {code, out.str(), err.str()};
}

/// What a command answers as JSON; why not, under "failed", when it does not.
inline nlohmann::json jsonOf(std::vector<std::string> arguments)
{
    arguments.emplace_back("--json");
    const Run result = run(arguments);
    return result.code == 0 ? nlohmann::json::parse(result.out) : nlohmann::json{{"failed", result.err}};
}

/// A notebook of the demo's tubes and needs.
inline Run makeDemoNotebook(const std::string& path)
{
    const std::string demo = IRIS_SOURCE_DIR "/data/demo/";
    return run({"notebook", path, "--tubes", demo + "tubes.csv", "--needs", demo + "needs.csv", "--palettes",
                demo + "palettes.csv"});
}

/// The same from the rows of a test's table.
inline Run runRow(const QStringList& arguments)
{
    std::vector<std::string> plain;
    for (const QString& argument : arguments)
        plain.push_back(argument.toStdString());
    return run(plain);
}

/// A colour as JSON writes it.
inline iris::Lab labOf(const nlohmann::json& json)
{
    return {json["L"], json["a"], json["b"]};
}
