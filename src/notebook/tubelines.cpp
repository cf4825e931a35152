#include "notebook/tubelines.h"

#include "base/text.h"
#include "notebook/edits.h"

#include <QRegularExpression>
#include <QString>
#include <algorithm>
#include <map>
#include <set>

namespace iris {
namespace {

using Expression = QRegularExpression;

Expression expression(const char* pattern)
{
    return Expression(QString::fromUtf8(pattern),
                      Expression::CaseInsensitiveOption | Expression::UseUnicodePropertiesOption);
}

/// Takes the first match out of a text: what its group holds, or nothing.
std::optional<QString> take(QString& text, const Expression& what)
{
    const auto match = what.match(text);
    if (!match.hasMatch())
        return std::nullopt;
    QString held;
    for (int group = match.lastCapturedIndex(); group > 0 && held.isEmpty(); --group)
        held = match.captured(group);
    text.replace(match.capturedStart(), match.capturedLength(), QStringLiteral(" "));
    return held;
}

std::optional<double> takeNumber(QString& text, const Expression& what, const Range& range)
{
    const QString before = text;
    auto held = take(text, what);
    if (!held)
        return std::nullopt;
    const auto number = parseNumber(held->replace(QLatin1Char(','), QLatin1Char('.')).toStdString());
    if (number && range.holds(*number))
        return *number;
    text = before; // it stays among what is written
    return std::nullopt;
}

/// How much there is, and what it cost.
struct Amounts {
    int tubes = 1;
    Stock stock;
};

Amounts takeAmounts(QString& line)
{
    static const Expression times = expression(R"((?:^|\s)(?:[x×]\s?(\d{1,2})|(\d{1,2})\s?[x×])(?=\s|$|[,;.]))");
    static const Expression millilitres = expression(R"((\d+(?:[.,]\d+)?)\s?ml\b)");
    static const Expression pan = expression(R"(\b((?:half|full|whole)[ -]?pans?|pans?)\b)");
    static const Expression money = expression(
        R"((?<![\p{L}\d.,])(?:[€£$]\s?(\d+(?:[.,]\d{1,2})?)|(\d+[.,]\d{2})(?!\d)(?:\s?(?:[€£$]|eur|euros?|gbp|usd)\b)?)"
        R"(|(\d+)\s?(?:[€£$]|eur\b|euros?\b|gbp\b|usd\b)))");
    static const Expression howMany = expression(R"(^\s*(\d{1,2})\s+(?=\p{L}))");
    Amounts amounts;
    amounts.stock.sizeMl = takeNumber(line, millilitres, allowed::sizeMl);
    amounts.stock.price = takeNumber(line, money, allowed::price);
    if (take(line, pan))
        amounts.stock.container = Container::Pan;
    for (const Expression& count : {times, howMany})
        if (const auto number = takeNumber(line, count, Range{1, 99}))
            amounts.tubes = static_cast<int>(*number);
    return amounts;
}

/// A piece of a line between commas and their like.
struct Piece {
    std::string words;
    std::vector<std::vector<PigmentCode>> codes; ///< of one tube each, where the piece is nothing but codes
    bool isAside = false;                        ///< it stands between brackets

    bool isEmpty() const { return words.empty() && codes.empty(); }
};

/// A code as people write it. Of the classes that are no pigments only what cannot be a word: "BV10", not "by 3".
const Expression& codeExpression()
{
    static const Expression code(QStringLiteral(
        R"((?<![\p{L}\d])(?:C\.?\s?I\.?\s*)?((?:(?i:p)\.?\s?(?i:bk|br|b|g|o|r|v|w|y)\.?\s?\d{1,3}|PM\d{1,3}|[NBADVS](?:Bk|Br|B|G|O|R|V|W|Y)\d{1,3})(?:[:.][1-9])?)(?![\p{L}\d]))"));
    return code;
}

/// Without the marks that stood round what was taken out, and words that go without saying.
std::string cleaned(QString words)
{
    static const Expression obvious = expression(R"(\b(?:watercolou?rs?|tubes?|paints?)\b)");
    static const Expression marks = expression(R"(^[\s\-–—+&/.:*•·#"'“”]+|[\s\-–—+&/.:*•·#"'“”]+$)");
    words.replace(obvious, QStringLiteral(" "));
    words.replace(marks, QString());
    return words.simplified().toStdString();
}

Piece pieceOf(const QString& text)
{
    static const Expression together = expression(R"(^\s*(?:[+&/]|and)\s*$)");
    Piece piece;
    QString words;
    qsizetype at = 0;
    auto matches = codeExpression().globalMatch(text);
    while (matches.hasNext()) {
        const auto match = matches.next();
        const auto code = parsePigmentCode(match.captured(1).toStdString());
        if (!code)
            continue;
        const QString between = text.mid(at, match.capturedStart() - at);
        if (!piece.codes.empty() && together.match(between).hasMatch()) {
            piece.codes.back().push_back(*code);
        } else {
            words += between + QLatin1Char(' ');
            piece.codes.push_back({*code});
        }
        at = match.capturedEnd();
    }
    piece.words = cleaned(words + text.mid(at));
    return piece;
}

std::vector<Piece> piecesOf(const QString& line)
{
    static const Expression between = expression(R"([,;|\t]|\s[-–—]\s|:\s)");
    static const Expression bracket = expression(R"([()\[\]])");
    std::vector<Piece> pieces;
    bool isAside = false;
    for (const QString& part : line.split(bracket)) {
        for (const QString& text : part.split(between, Qt::SkipEmptyParts))
            if (Piece piece = pieceOf(text); !piece.isEmpty()) {
                piece.isAside = isAside;
                pieces.push_back(std::move(piece));
            }
        isAside = !isAside;
    }
    return pieces;
}

std::vector<std::string> wordsOf(const std::string& text)
{
    std::vector<std::string> words;
    for (std::string& word : split(lowered(text), ' '))
        if (!word.empty())
            words.push_back(std::move(word));
    return words;
}

/// Every name that paints of the table go by, with the rows of it, in small letters.
const std::map<std::string, std::vector<const ReferencePigment*>>& namesOfPaints()
{
    static const auto names = [] {
        std::map<std::string, std::vector<const ReferencePigment*>> all;
        const auto add = [&](const std::string& name, const ReferencePigment& row) {
            auto& rows = all[lowered(name)];
            if (std::ranges::find(rows, &row) == rows.end())
                rows.push_back(&row);
        };
        for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
            add(row.commonName, row);
            add(row.usualName, row);
            for (const std::string& name : row.alsoCalled)
                add(name, row);
        }
        return all;
    }();
    return names;
}

/// The words that make the names of paints: "ultramarine", "sienna", "light".
int wordsOfColourIn(const std::string& text)
{
    static const std::set<std::string> known = [] {
        std::set<std::string> words;
        for (const auto& [name, rows] : namesOfPaints())
            for (std::string& word : wordsOf(name))
                if (word.size() > 2)
                    words.insert(std::move(word));
        return words;
    }();
    return static_cast<int>(
        std::ranges::count_if(wordsOf(text), [](const std::string& word) { return known.contains(word); }));
}

/// The rows of the longest name of a paint that stands in a text word by word.
std::vector<const ReferencePigment*> rowsNamedIn(const std::string& text)
{
    if (auto rows = ReferenceTable::shipped().rowsCalled(text); !rows.empty())
        return rows;
    std::string padded = " ";
    for (const std::string& word : wordsOf(text))
        padded += word + ' ';
    const std::pair<const std::string, std::vector<const ReferencePigment*>>* longest = nullptr;
    for (const auto& one : namesOfPaints())
        if (padded.find(' ' + one.first + ' ') != std::string::npos
            && (!longest || one.first.size() > longest->first.size()))
            longest = &one;
    return longest ? longest->second : std::vector<const ReferencePigment*>{};
}

std::string listed(const std::vector<const ReferencePigment*>& rows)
{
    std::vector<std::string> ids;
    for (const ReferencePigment* row : rows)
        ids.push_back(row->id());
    return joinedInWords(ids, "or");
}

/// What was taken for granted.
struct Guess {
    std::string words;
    bool isUnsure = false;
};

/// Gives a tube that is only named the code that such a paint mostly has.
/// @return what was guessed; nothing when no paint of that name is known
std::optional<Guess> guessCode(Tube& tube)
{
    const auto rows = rowsNamedIn(tube.name);
    if (rows.empty())
        return std::nullopt;
    const ReferencePigment& row = **std::ranges::max_element(rows, {}, &ReferencePigment::sold);
    tube.codes = {row.code};
    tube.form = row.form;
    const std::string code = row.code.text();
    return rows.size() == 1
               ? Guess{code + " by its name.", false}
               : Guess{"By that name " + listed(rows) + " is sold; " + code + " is taken: the label tells.", true};
}

/// Gives a tube that only has codes the name such paints mostly have.
/// @return what was guessed, where a code is of several paints
Guess guessName(Tube& tube)
{
    Guess guess;
    for (const PigmentCode& code : tube.codes) {
        const auto rows = ReferenceTable::shipped().rowsOf(code);
        const ReferencePigment* row = ReferenceTable::shipped().typical(code);
        const std::string name = row ? row->usualName : code.text();
        tube.name += (tube.name.empty() ? "" : " and ") + name;
        std::vector<std::string> names;
        for (const ReferencePigment* one : rows)
            names.push_back(one->usualName);
        if (rows.size() > 1 && !row->form.empty() && tube.codes.size() == 1) {
            tube.form = row->form;
            guess = {code.text() + " is sold as " + joinedInWords(names, "or") + "; the first is taken.", true};
        }
    }
    tube.name = upperFirst(tube.name);
    return guess;
}

/// Where a code is of several paints and a word says which, "PV19 rose", the word is no name yet.
void nameByForm(Tube& tube)
{
    if (tube.codes.size() != 1 || tube.name.find(' ') != std::string::npos)
        return;
    for (const ReferencePigment* row : ReferenceTable::shipped().rowsOf(tube.codes.front()))
        if (!row->form.empty() && lowered(tube.name) == lowered(row->form)) {
            tube.form = row->form;
            tube.name = upperFirst(row->usualName);
        }
}

/// What a line is read with: the makers that are known by now.
class LineReader {
public:
    explicit LineReader(const Notebook& notebook) : m_notebook(notebook)
    {
        for (const Tube& tube : notebook.tubes)
            know(tube.maker);
    }

    TubeLine read(std::size_t number, const QString& text)
    {
        TubeLine line{number, text.trimmed().toStdString(), {}, {}};
        QString rest = text.trimmed();
        if (rest.size() > static_cast<qsizetype>(longestTubeLine)) {
            line.why = "This line is too long to be about a tube.";
            return line;
        }
        static const Expression bullet = expression(R"(^(?:[-*•·–]\s+|\d{1,3}[.)]\s+))");
        rest.remove(bullet);
        const Amounts amounts = takeAmounts(rest);
        const std::string maker = takeMaker(rest);
        std::vector<Tube> tubes = tubesOf(piecesOf(rest), maker);
        for (Tube& tube : tubes)
            add(line, std::move(tube), amounts);
        const bool isOfPaint = wordsOfColourIn(line.text) > 0 || codeExpression().match(text).hasMatch();
        if (line.tubes.empty() && (line.why.empty() || !isOfPaint))
            line.why = "No code and no name of a paint in it.";
        return line;
    }

private:
    void know(const std::string& maker)
    {
        if (!maker.empty())
            m_makers.insert_or_assign(lowered(maker), maker);
    }

    /// The maker of all tubes of a line, where it says one.
    std::string takeMaker(QString& line)
    {
        const std::string named = takeNamedMaker(line);
        return named.empty() ? takeKnownMaker(line) : named;
    }

    /// What follows "from" or "by"; a paint is none, as in "a grey from ultramarine".
    std::string takeNamedMaker(QString& line)
    {
        static const Expression from = expression(R"((?:^|[\s,;])(?:from|by)\s+([^,;|()]*[\p{L}][^,;|()]*))");
        QString without = line;
        const auto written = take(without, from);
        const std::string name = written ? cleaned(*written) : std::string();
        if (name.empty() || codeExpression().match(*written).hasMatch() || !rowsNamedIn(name).empty())
            return {};
        line = without;
        const auto known = m_makers.find(lowered(name));
        const std::string maker = known == m_makers.end() ? name : known->second;
        know(maker);
        return maker;
    }

    /// One that is known by now, at one end of the line; the longest there.
    std::string takeKnownMaker(QString& line) const
    {
        std::vector<std::string> longestFirst;
        for (const auto& [small, maker] : m_makers)
            longestFirst.push_back(maker);
        std::ranges::stable_sort(longestFirst, std::greater(), &std::string::size);
        for (const std::string& maker : longestFirst) {
            const QString name = Expression::escape(QString::fromStdString(maker));
            const Expression atAnEnd(QStringLiteral(R"(^\s*%1(?![\p{L}\d])|(?<![\p{L}\d])%1\s*$)").arg(name),
                                     Expression::CaseInsensitiveOption | Expression::UseUnicodePropertiesOption);
            if (take(line, atAnEnd))
                return maker;
        }
        return {};
    }

    /// Whether a piece is a maker rather than a paint or a remark: known, or a name of its own, and no paint's.
    bool isMaker(const Piece& piece) const
    {
        if (piece.words.empty() || !piece.codes.empty() || piece.isAside)
            return false;
        const bool isName = QString::fromStdString(piece.words).front().isUpper();
        return m_makers.contains(lowered(piece.words)) || (isName && rowsNamedIn(piece.words).empty());
    }

    /// The tubes of a line as they are written: codes alone, names alone, or names with their codes.
    std::vector<Tube> tubesOf(const std::vector<Piece>& pieces, const std::string& maker)
    {
        const auto hasWords = [](const Piece& piece) { return !piece.words.empty(); };
        const auto hasBoth = [&](const Piece& piece) { return hasWords(piece) && !piece.codes.empty(); };
        if (std::ranges::none_of(pieces, hasWords))
            return ofCodes(pieces, maker);
        const auto withBoth = std::ranges::count_if(pieces, hasBoth);
        if (withBoth > 1 || (withBoth == 1 && std::ranges::any_of(pieces, [&](const Piece& piece) {
                                 return isAnotherPaint(piece, pieces);
                             })))
            return ofEach(pieces, maker);
        const bool anyCode = std::ranges::any_of(pieces, [](const Piece& piece) { return !piece.codes.empty(); });
        const auto isKnown = [](const Piece& piece) { return !rowsNamedIn(piece.words).empty(); };
        if (!anyCode && std::ranges::count_if(pieces, isKnown) > 1)
            return ofEach(pieces, maker);
        return isAList(pieces) ? ofAll(pieces, maker) : std::vector{ofOne(pieces, maker)};
    }

    /// Whether a name without a code is that of a paint which none of the line's codes are: "raw umber, sepia PBk9".
    static bool isAnotherPaint(const Piece& named, const std::vector<Piece>& pieces)
    {
        if (named.words.empty() || !named.codes.empty() || named.isAside)
            return false;
        const auto rows = rowsNamedIn(named.words);
        const auto isIts = [&](const PigmentCode& code) {
            return std::ranges::find(rows, code, &ReferencePigment::code) != rows.end();
        };
        return !rows.empty() && std::ranges::none_of(pieces, [&](const Piece& piece) {
            return std::ranges::any_of(piece.codes,
                                       [&](const auto& codes) { return std::ranges::any_of(codes, isIts); });
        });
    }

    /// Whether there are more codes than a tube has pigments, or a paint's name stands between codes that are not its
    /// own: "PB29; viridian; PR254".
    static bool isAList(const std::vector<Piece>& pieces)
    {
        constexpr std::size_t mostInATube = 4;
        std::size_t codesInAll = 0;
        for (const Piece& piece : pieces)
            codesInAll += piece.codes.size();
        if (codesInAll > mostInATube)
            return true;
        const auto named = std::ranges::find_if(pieces, [](const Piece& piece) { return !piece.words.empty(); });
        const bool isBetween = named != pieces.begin() && named != pieces.end() - 1;
        if (!isBetween || !named->codes.empty())
            return false;
        const auto rows = rowsNamedIn(named->words);
        const auto isOfName = [&](const std::vector<PigmentCode>& codes) {
            return codes.size() == 1 && std::ranges::find(rows, codes.front(), &ReferencePigment::code) != rows.end();
        };
        const bool allAreItsOwn =
            std::ranges::all_of((named - 1)->codes, isOfName) && std::ranges::all_of((named + 1)->codes, isOfName);
        return !rows.empty() && !allAreItsOwn;
    }

    /// A tube for every code and every name.
    std::vector<Tube> ofAll(const std::vector<Piece>& pieces, const std::string& maker)
    {
        std::vector<Tube> tubes;
        for (const Piece& piece : pieces)
            std::ranges::move(tubesOf({piece}, maker), std::back_inserter(tubes));
        return tubes;
    }

    std::vector<Tube> ofCodes(const std::vector<Piece>& pieces, const std::string& maker) const
    {
        std::vector<Tube> tubes;
        for (const Piece& piece : pieces)
            for (const auto& codes : piece.codes) {
                tubes.emplace_back();
                tubes.back().maker = maker;
                tubes.back().codes = codes;
            }
        return tubes;
    }

    /// A tube for every name; codes that stand alone belong to the name before them.
    std::vector<Tube> ofEach(const std::vector<Piece>& pieces, const std::string& maker)
    {
        std::vector<Tube> tubes;
        std::string own = maker;
        for (const Piece& piece : pieces) {
            const bool isMaker =
                own.empty() && !piece.words.empty() && piece.codes.empty() && wordsOfColourIn(piece.words) == 0;
            if (isMaker) {
                own = piece.words;
                know(own);
                continue;
            }
            if (!piece.words.empty() || tubes.empty()) {
                tubes.emplace_back();
                tubes.back().name = upperFirst(piece.words);
            }
            for (const auto& codes : piece.codes)
                tubes.back().codes.insert(tubes.back().codes.end(), codes.begin(), codes.end());
        }
        for (Tube& tube : tubes)
            tube.maker = own;
        return tubes;
    }

    /// One tube: its name is the piece with most words of colours, its maker the first other one, the rest its notes.
    Tube ofOne(const std::vector<Piece>& pieces, const std::string& maker)
    {
        Tube tube;
        tube.maker = maker;
        std::vector<const Piece*> texts;
        for (const Piece& piece : pieces) {
            if (!piece.words.empty())
                texts.push_back(&piece);
            for (const auto& codes : piece.codes)
                tube.codes.insert(tube.codes.end(), codes.begin(), codes.end());
        }
        const auto name = std::ranges::max_element(
            texts, {}, [](const Piece* piece) { return std::pair(!piece->isAside, wordsOfColourIn(piece->words)); });
        tube.name = upperFirst((*name)->words);
        texts.erase(name);
        for (const Piece* other : texts) {
            if (tube.maker.empty() && isMaker(*other)) {
                tube.maker = other->words;
                know(other->words);
            } else {
                tube.notes += (tube.notes.empty() ? "" : "; ") + other->words;
            }
        }
        return tube;
    }

    static void tell(ToldTube& told, const Guess& guess)
    {
        told.guess = guess.words;
        told.isUnsure = guess.isUnsure;
    }

    void add(TubeLine& line, Tube tube, const Amounts& amounts) const
    {
        ToldTube told;
        if (tube.codes.empty()) {
            const auto guess = guessCode(tube);
            if (!guess) {
                line.why = "No paint is known as \"" + tube.name + "\"";
                line.why += wordsOfColourIn(tube.name) > 0 ? "; its code is on the label." : ".";
                return;
            }
            tell(told, *guess);
        } else if (tube.name.empty()) {
            tell(told, guessName(tube));
        } else {
            nameByForm(tube);
        }
        tube.stock = amounts.stock;
        if (amounts.tubes > 1)
            tube.notes += (tube.notes.empty() ? "" : "; ") + std::to_string(amounts.tubes) + " of it";
        if (const auto sound = validate(tube, ReferenceTable::shipped()); !sound) {
            line.why = upperFirst(sound.error().message) + ".";
            return;
        }
        told.alreadyThere = notYetIn(m_notebook, {tube}).empty();
        told.tube = std::move(tube);
        line.tubes.push_back(std::move(told));
    }

    const Notebook& m_notebook;
    std::map<std::string, std::string> m_makers; ///< by their names in small letters
};

} // namespace

std::vector<TubeLine> readTubeLines(std::string_view text, const Notebook& notebook)
{
    LineReader reader(notebook);
    std::vector<TubeLine> lines;
    std::size_t number = 0;
    const QString all = QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
    static const Expression ends = expression(R"(\r\n|\n|\r)");
    for (const QString& line : all.split(ends)) {
        ++number;
        if (!line.trimmed().isEmpty())
            lines.push_back(reader.read(number, line));
    }
    return lines;
}

} // namespace iris
