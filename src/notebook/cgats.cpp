#include "notebook/cgats.h"

#include "base/plainlocale.h"
#include "base/text.h"
#include "colour/observer.h"
#include "notebook/soundness.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <lcms2.h>
#include <memory>
#include <span>

namespace iris {
namespace {

/// What LittleCMS complains of, kept for the reader's own error.
struct Complaint {
    std::string text;
};

void remember(cmsContext context, cmsUInt32Number, const char* text)
{
    auto* complaint = static_cast<Complaint*>(cmsGetContextUserData(context));
    if (complaint->text.empty())
        complaint->text = text;
}

using Context = std::unique_ptr<std::remove_pointer_t<cmsContext>, decltype(&cmsDeleteContext)>;
using MeasurementTable = std::unique_ptr<void, decltype(&cmsIT8Free)>;

/// "memory stream: Line 12, text" has the line in it.
tl::unexpected<Error> complain(const std::string& text)
{
    if (text.find("Unknown NUMBER_OF_") != std::string::npos)
        return failure(ErrorCode::BadCgats,
                       "the measurements cannot be read: NUMBER_OF_FIELDS or NUMBER_OF_SETS is missing");
    Error error{ErrorCode::BadCgats, "the measurements cannot be read: " + text, {}, 0, 0};
    const auto at = text.find("Line ");
    if (at != std::string::npos) {
        std::from_chars(text.data() + at + 5, text.data() + text.size(), error.line);
        const auto comma = text.find(", ", at);
        if (comma != std::string::npos)
            error.message = "the measurements cannot be read: " + text.substr(comma + 2);
    }
    return tl::unexpected(error);
}

/// A column's wavelength, when its name ends in one.
std::optional<double> wavelengthOf(std::string_view column)
{
    const auto digits = column.find_last_not_of("0123456789");
    const std::string_view tail = digits == std::string_view::npos ? column : column.substr(digits + 1);
    const std::string head = lowered(column.substr(0, column.size() - tail.size()));
    const bool spectral = head == "spec_" || head == "spectral_nm" || head == "spectral_nm_" || head == "r_"
                          || head == "nm" || head == "nm_" || head == "spectral_" || head.empty();
    const auto value = parseNumber(tail);
    if (!spectral || !value || *value < 300 || *value > 900)
        return std::nullopt;
    return value;
}

/// What a band of a spectrum may hold, as a share or in percent: shares stay below 2 even for fluorescent papers.
constexpr double mostShare = 2;
constexpr Range measured{0, 100 * mostShare};

struct Band {
    double nm = 0;
    int column = 0;
};

struct Columns {
    int name = -1;
    std::array<int, 3> lab{-1, -1, -1};
    std::array<int, 3> xyz{-1, -1, -1};
    std::vector<Band> bands;

    bool hasLab() const
    {
        return std::ranges::all_of(lab, [](int c) { return c >= 0; });
    }
    bool hasXyz() const
    {
        return std::ranges::all_of(xyz, [](int c) { return c >= 0; });
    }
};

Columns columnsOf(std::span<char*> names)
{
    Columns columns;
    constexpr std::array labNames{"lab_l", "lab_a", "lab_b"};
    constexpr std::array xyzNames{"xyz_x", "xyz_y", "xyz_z"};
    constexpr std::array labels{"sample_loc", "sample_id", "sample_name"}; // the last one that is there wins
    std::size_t bestLabel = 0;
    for (int i = 0; i < static_cast<int>(names.size()); ++i) {
        // A file may say it has more fields than it names.
        const char* const given = names[static_cast<std::size_t>(i)];
        const std::string name = given ? lowered(given) : std::string();
        for (std::size_t axis = 0; axis < 3; ++axis) {
            if (name == labNames[axis])
                columns.lab[axis] = i;
            if (name == xyzNames[axis])
                columns.xyz[axis] = i;
            if (name == labels[axis] && (columns.name < 0 || axis >= bestLabel)) {
                columns.name = i;
                bestLabel = axis;
            }
        }
        if (const auto nm = wavelengthOf(name))
            columns.bands.push_back({*nm, i});
    }
    std::ranges::sort(columns.bands, {}, &Band::nm);
    return columns;
}

/// Why a set of bands cannot stand for a spectrum; nothing when it can.
std::optional<std::string> faultOf(const std::vector<Band>& bands)
{
    if (bands.front().nm > 420 || bands.back().nm < 680)
        return "the spectra must reach from 420 to 680 nm";
    for (std::size_t i = 1; i < bands.size(); ++i)
        if (bands[i].nm - bands[i - 1].nm > 20)
            return "the spectra have gaps wider than 20 nm";
    return std::nullopt;
}

class Reader {
public:
    Reader(cmsHANDLE table, Columns columns) : m_table(table), m_columns(std::move(columns)) {}

    Result<CgatsSample> sample(int row) const
    {
        CgatsSample sample;
        const char* name = m_columns.name >= 0 ? cmsIT8GetDataRowCol(m_table, row, m_columns.name) : nullptr;
        sample.name = name ? asUtf8(name) : std::to_string(row + 1); // the library may cut a long name within a letter
        if (!m_columns.bands.empty()) {
            auto spectrum = spectrumAt(row);
            if (!spectrum)
                return tl::unexpected(spectrum.error());
            sample.reflectance = *spectrum;
            sample.lab = toLab(*spectrum);
            return checked(std::move(sample));
        }
        std::array<double, 3> values{};
        for (std::size_t axis = 0; axis < 3; ++axis) {
            const auto value = number(row, (m_columns.hasLab() ? m_columns.lab : m_columns.xyz)[axis]);
            if (!value)
                return failure(ErrorCode::BadCgats, "sample " + sample.name + " has something that is no number");
            values[axis] = *value;
        }
        sample.lab = m_columns.hasLab() ? Lab{values[0], values[1], values[2]}
                                        : toLab(Xyz{values[0], values[1], values[2]}, d50White);
        return checked(std::move(sample));
    }

private:
    static Result<CgatsSample> checked(CgatsSample sample)
    {
        if (!isInRange(*sample.lab))
            return failure(ErrorCode::BadCgats,
                           "sample \"" + sample.name + "\" is no colour of paint or paper: " + labRangeWords());
        return sample;
    }

    std::optional<double> number(int row, int column) const
    {
        const char* text = cmsIT8GetDataRowCol(m_table, row, column);
        return text ? parseNumber(trimmed(text)) : std::nullopt;
    }

    Result<Spectrum> spectrumAt(int row) const
    {
        std::vector<double> values;
        for (const Band& band : m_columns.bands) {
            const auto value = number(row, band.column);
            if (!value || !measured.holds(*value))
                return failure(ErrorCode::BadCgats, "row " + std::to_string(row + 1) + " lacks a value at "
                                                        + formatNumber(band.nm, 0) + " nm");
            values.push_back(*value);
        }
        // Percents of anything but soot are above what shares can be.
        const double scale = *std::ranges::max_element(values) > mostShare ? 0.01 : 1.0;
        return spectrumFrom([&](double nm) { return scale * at(values, nm); });
    }

    double at(const std::vector<double>& values, double nm) const
    {
        const auto& bands = m_columns.bands;
        const auto next = std::ranges::lower_bound(bands, nm, {}, &Band::nm);
        if (next == bands.begin())
            return values.front();
        if (next == bands.end())
            return values.back();
        const auto i = static_cast<std::size_t>(next - bands.begin());
        const double share = (nm - bands[i - 1].nm) / (bands[i].nm - bands[i - 1].nm);
        return values[i - 1] + share * (values[i] - values[i - 1]);
    }

    cmsHANDLE m_table;
    Columns m_columns;
};

/// How many rows LittleCMS takes at most.
constexpr Range setsAllowed{0, 0x7ffe};

/// The line on which LittleCMS would open another file: it knows the word with a point or a dollar sign, anywhere.
std::optional<int> lineThatIncludes(std::string_view text)
{
    const std::string plain = lowered(text);
    const auto at = std::min(plain.find(".include"), plain.find("$include"));
    if (at == std::string::npos)
        return std::nullopt;
    return 1 + static_cast<int>(std::count(plain.begin(), plain.begin() + static_cast<std::ptrdiff_t>(at), '\n'));
}

/// The line on which a table says anew how many fields it has, or names them anew. LittleCMS has made room for the
/// first number by then, and reads beyond it.
std::optional<int> lineThatCountsAgain(std::string_view text)
{
    const std::string plain = lowered(text);
    bool counted = false;
    bool named = false;
    int number = 0;
    for (const std::string& whole : split(plain, '\n')) {
        ++number;
        const std::string line = whole.substr(0, whole.find('#')); // what follows is a remark
        for (const auto& [word, said] :
             {std::pair("number_of_fields", &counted), std::pair("begin_data_format", &named)})
            for (auto at = line.find(word); at != std::string::npos; at = line.find(word, at + 1)) {
                if (*said)
                    return number;
                *said = true;
            }
        if (trimmed(line) == "end_data") // alone: the same letters within a name end nothing
            counted = named = false;     // the next table begins
    }
    return std::nullopt;
}

std::string property(cmsHANDLE table, const char* name)
{
    const char* value = cmsIT8GetProperty(table, name);
    return value ? asUtf8(value) : "";
}

std::string quoted(std::string text)
{
    std::ranges::replace(text, '"', '\'');
    std::ranges::replace_if(
        text, [](char c) { return c == '\n' || c == '\r' || c == '\t'; }, ' ');
    return '"' + text + '"';
}

} // namespace

Result<CgatsFile> readCgats(std::string_view text)
{
    if (trimmed(text).empty())
        return failure(ErrorCode::BadCgats, "the file of measurements is empty");
    if (const auto line = lineThatIncludes(text))
        return tl::unexpected(
            Error{ErrorCode::BadCgats,
                  "the file asks for another file to be read in its middle (INCLUDE), which is not done",
                  {},
                  *line,
                  0});
    if (const auto line = lineThatCountsAgain(text))
        return tl::unexpected(Error{
            ErrorCode::BadCgats, "the file says twice how many fields its table has (NUMBER_OF_FIELDS)", {}, *line, 0});
    const PlainLocale plain; // LittleCMS hands numbers back as text in the desktop's own way
    Complaint complaint;
    const Context context(cmsCreateContext(nullptr, &complaint), &cmsDeleteContext);
    cmsSetLogErrorHandlerTHR(context.get(), remember);
    const std::string copy(text);
    const MeasurementTable table(
        cmsIT8LoadFromMem(context.get(), copy.data(), static_cast<cmsUInt32Number>(copy.size())), &cmsIT8Free);
    if (!table)
        return complain(complaint.text.empty() ? "this is no CGATS text" : complaint.text);
    char** names = nullptr;
    const int count = cmsIT8EnumDataFormat(table.get(), &names);
    if (count <= 0 || !names)
        return failure(ErrorCode::BadCgats, "the file names no columns (BEGIN_DATA_FORMAT is missing)");
    const Columns columns = columnsOf({names, static_cast<std::size_t>(count)});
    if (columns.bands.empty() && !columns.hasLab() && !columns.hasXyz())
        return failure(ErrorCode::BadCgats, "the file has neither Lab nor XYZ nor spectral columns");
    if (!columns.bands.empty())
        if (const auto fault = faultOf(columns.bands))
            return failure(ErrorCode::BadCgats, *fault);
    CgatsFile file{property(table.get(), "DESCRIPTOR"), property(table.get(), "INSTRUMENTATION"), {}};
    const auto rows = static_cast<int>(setsAllowed.nearest(cmsIT8GetPropertyDbl(table.get(), "NUMBER_OF_SETS")));
    const Reader reader(table.get(), columns);
    for (int row = 0; row < rows; ++row) {
        auto sample = reader.sample(row);
        if (!sample)
            return tl::unexpected(sample.error());
        file.samples.push_back(std::move(*sample));
    }
    if (file.samples.empty())
        return failure(ErrorCode::BadCgats, "the file holds no measurements");
    return file;
}

std::string writeCgats(const CgatsFile& file)
{
    const bool spectral = !file.samples.empty() && std::ranges::all_of(file.samples, [](const CgatsSample& sample) {
        return sample.reflectance.has_value();
    });
    std::string text = "CGATS.17\n";
    const auto keyword = [&](const char* name, const std::string& value) {
        text += name + std::string("\t") + quoted(value) + '\n';
    };
    keyword("ORIGINATOR", "Iris Bianca");
    keyword("DESCRIPTOR", file.description);
    keyword("INSTRUMENTATION", file.instrument);
    keyword("MEASUREMENT_SOURCE", "Illumination=D50 ObserverAngle=2");
    const std::size_t fields = 5 + (spectral ? bandCount : 0);
    text += "NUMBER_OF_FIELDS\t" + std::to_string(fields)
            + "\nBEGIN_DATA_FORMAT\nSAMPLE_ID\tSAMPLE_NAME\tLAB_L\tLAB_A\tLAB_B";
    for (std::size_t band = 0; spectral && band < bandCount; ++band)
        text += "\tSPECTRAL_NM" + formatNumber(wavelengthNm(band), 0);
    text += "\nEND_DATA_FORMAT\nNUMBER_OF_SETS\t" + std::to_string(file.samples.size()) + "\nBEGIN_DATA\n";
    int id = 0;
    for (const CgatsSample& sample : file.samples) {
        const Lab lab = sample.lab.value_or(Lab{});
        text += std::to_string(++id) + '\t' + quoted(sample.name);
        for (const double value : {lab.l, lab.a, lab.b})
            text += '\t' + formatNumber(value, 6);
        for (std::size_t band = 0; spectral && band < bandCount; ++band)
            text += '\t' + formatNumber((*sample.reflectance)[band], 8);
        text += '\n';
    }
    return text + "END_DATA\n";
}

} // namespace iris
