#include "app/parts/diagnosisdialog.h"

#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/touchingcolours.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "mixing/ladder.h"
#include "notebook/studio.h"
#include "words/findwords.h"

#include <QDialogButtonBox>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int steps = 9;

/// The way between the first two tubes of a mix, as colours that touch.
std::vector<CaptionedColour> wayOf(const Recipe& recipe, std::span<const Paint> paints)
{
    std::vector<CaptionedColour> colours;
    const Ladder ladder = smoothLadder(paints[recipe.parts[0].paint], paints[recipe.parts[1].paint], steps, recipe.wash,
                                       recipe.handling.paper.reflectance());
    for (const LadderStep& step : ladder.steps)
        colours.push_back({step.colour, {}});
    colours.front().caption = text(paints[recipe.parts[0].paint].name);
    return colours;
}

} // namespace

DiagnosisDialog::DiagnosisDialog(ViewSettings& settings, const Recipe& recipe, const Diagnosis& diagnosis,
                                 std::span<const Paint> paints, QWidget* parent)
    : QDialog(parent)
{
    constexpr int wide = 520;
    setWindowTitle(tr("What went wrong?"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->setSpacing(3 * gridStep);
    auto* words = wordLabel("diagnosisWords", textFont(textsize::body), this);
    words->setText(text(diagnosisWords(diagnosis, paints)));
    words->setFixedWidth(wide);
    layout->addWidget(words);
    const auto add = [&](const char* name, std::vector<CaptionedColour> colours) {
        auto* patch = new TouchingColours(settings, name, this);
        patch->show(std::move(colours));
        layout->addWidget(patch);
    };
    std::vector<CaptionedColour> both{{diagnosis.before, tr("as it is")}};
    if (diagnosis.instead)
        both.push_back({diagnosis.after, tr("mended")});
    add("diagnosisColours", std::move(both));
    if (recipe.parts.size() == 2) {
        layout->addWidget(new PlainLabel(tr("The way between the two:"), this));
        add("diagnosisWay", wayOf(recipe, paints));
        if (diagnosis.instead) {
            layout->addWidget(new PlainLabel(tr("And with %1:").arg(text(paints[*diagnosis.instead].name)), this));
            add("diagnosisMendedWay", wayOf(diagnosis.mended, paints));
        }
    }
    auto* buttons = new QDialogButtonBox(this);
    if (diagnosis.instead) {
        auto* take = buttons->addButton(tr("Look at the mended mix"), QDialogButtonBox::AcceptRole);
        take->setObjectName(QStringLiteral("takeMended"));
        makeMain(*take);
    }
    buttons->addButton(tr("Leave it"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
}

std::optional<Recipe> askWhatWentWrong(std::span<const Paint> paints, const std::vector<std::size_t>& usable,
                                       const Recipe& recipe, ViewSettings& settings, QWidget* parent)
{
    const Diagnosis found =
        diagnose(recipe, paints, [&](std::size_t place) { return std::ranges::find(usable, place) != usable.end(); });
    DiagnosisDialog dialog(settings, recipe, found, paints, parent);
    return dialog.exec() == QDialog::Accepted ? std::optional(found.mended) : std::nullopt;
}

std::optional<Recipe> askWhatWentWrong(const Studio& studio, const Recipe& recipe, ViewSettings& settings,
                                       QWidget* parent)
{
    return askWhatWentWrong(studio.paints, studio.atHand(), recipe, settings, parent);
}

} // namespace iris
