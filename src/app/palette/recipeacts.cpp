#include "app/palette/recipeacts.h"

#include "app/palette/choicemodel.h"
#include "app/parts/act.h"
#include "app/parts/diagnosisdialog.h"
#include "app/parts/messages.h"
#include "app/parts/motherdialog.h"
#include "app/parts/printdialog.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "drawing/shoppingpage.h"
#include "files/outputfile.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <ranges>

namespace iris {
namespace {

/// Whether it is mixed of tubes that the painter has.
bool isOwned(const Recipe& recipe, const ShownChoice& shown)
{
    return std::ranges::all_of(recipe.parts, [&](const Part& part) { return shown.pool().isOwned(part.paint); });
}

} // namespace

RecipeActs::RecipeActs(Document& document, ChoiceModel& choice, ViewSettings& settings, QWidget* panel,
                       std::function<std::size_t()> inHand)
    : QObject(panel),
      m_document(document),
      m_choice(choice),
      m_settings(settings),
      m_panel(panel),
      m_inHand(std::move(inHand))
{
    m_acts = {addAct(
                  *panel, tr("Gone wrong?"), Qt::Key_Y, [this] { diagnose(); },
                  tr("Why the mix in hand is dull, and what mends it")),
              addAct(
                  *panel, tr("A mother colour"), Qt::Key_U, [this] { stirMother(); },
                  tr("Stir one tube into every mix of the palette")),
              addAct(
                  *panel, tr("Print to paint"), Qt::Key_T, [this] { print(); }, tr("The recipes as a sheet to paint")),
              addAct(
                  *panel, tr("Shopping list"), Qt::Key_L, [this] { writeShoppingList(); },
                  tr("What is to be bought, as a page to print or a list"))};
}

QHBoxLayout* RecipeActs::makeRow(QWidget* page)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    const std::array<const char*, 4> names{"diagnoseRecipe", "motherOfPalette", "printRecipes", "shoppingList"};
    for (std::size_t i = 0; i < names.size(); ++i)
        row->addWidget(actButton(*m_acts[i], names[i], page));
    row->addStretch();
    return row;
}

void RecipeActs::setEnabled(bool enabled)
{
    for (QAction* act : m_acts)
        act->setEnabled(enabled);
}

std::vector<Recipe> RecipeActs::recipes() const
{
    std::vector<Recipe> recipes;
    if (const ShownChoicePtr& shown = m_choice.shown())
        for (const NeedAnswer& answer : shown->set().answers)
            if (!answer.match.recipe.isBarePaper())
                recipes.push_back(answer.match.recipe);
    return recipes;
}

namespace {

/// What may take a tube's place: all that the painter owns, of a set to be bought all that could be.
std::vector<std::size_t> placesToMendWith(const ShownChoice& shown)
{
    const TubePool& pool = shown.pool();
    const auto places = std::views::iota(std::size_t{0}, pool.paints.size());
    const bool ownsAny = std::ranges::any_of(places, [&](std::size_t place) { return pool.isOwned(place); });
    std::vector<std::size_t> usable;
    for (const std::size_t place : places)
        if (!ownsAny || pool.isOwned(place))
            usable.push_back(place);
    return usable;
}

} // namespace

void RecipeActs::diagnose()
{
    const ShownChoicePtr shown = m_choice.shown();
    if (!shown || m_inHand() >= shown->set().answers.size())
        return;
    const Recipe recipe = shown->set().answers[m_inHand()].match.recipe;
    if (!recipe.isBarePaper())
        askWhatWentWrong(std::vector(shown->pool().paints), placesToMendWith(*shown), recipe, m_settings, m_panel);
}

void RecipeActs::stirMother()
{
    const ShownChoicePtr shown = m_choice.shown();
    std::vector<Recipe> all = recipes();
    const bool allOwned = std::ranges::all_of(all, [&](const Recipe& recipe) { return isOwned(recipe, *shown); });
    if (!allOwned)
        return messages().tell(m_panel, tr("A mother colour"), tr("Some of these tubes are not yours yet."));
    if (!all.empty())
        MotherDialog(shown->question->studio, std::move(all), m_settings, m_panel).exec();
}

void RecipeActs::print()
{
    std::vector<SheetCell> cells;
    for (const Recipe& recipe : recipes())
        if (isOwned(recipe, *m_choice.shown()))
            cells.push_back({mixPartsOf(recipe, m_choice.shown()->question->studio->notebook), recipe.wash});
    if (cells.empty())
        return messages().tell(m_panel, tr("A sheet to paint"), tr("None of these recipes is of tubes you have."));
    printSquares(m_document, std::move(cells), 0, tr("Colours of the picture"), m_panel);
}

void RecipeActs::writeShoppingList()
{
    const ShownChoicePtr& shown = m_choice.shown();
    if (!shown)
        return;
    const ListToBuy list = listToBuy(shown->set().tubes, shown->pool(), shown->equals());
    const QString path =
        messages().fileToSave(m_panel, tr("A shopping list"), tr("A page to print (*.pdf);;Lists (*.csv)"),
                              fileNameFor(tr("To buy"), QStringLiteral(".pdf")));
    if (path.isEmpty())
        return;
    const bool isList = path.endsWith(QLatin1String(".csv"), Qt::CaseInsensitive);
    const std::string bytes = isList ? shoppingCsv(list) : shoppingPdf(list).toStdString();
    if (const auto done = writeWhole(path, bytes); !done)
        messages().tell(m_panel, tr("A shopping list"), sentence(text(done.error().message)));
}

} // namespace iris
