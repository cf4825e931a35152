#pragma once

#include "app/document/document.h"
#include "app/jobs/openpicture.h"
#include "sheet/cardreader.h"

#include <QDialog>
#include <array>

class QButtonGroup;
class QCheckBox;
class QComboBox;
class QDateEdit;
class QProgressBar;
class QPushButton;
class QVBoxLayout;

namespace iris {

class PlainLabel;

class RegionEditor;
class ViewSettings;
class WashWidget;

/// A swatch card on its way into the notebook: the picture with the places that were found, to be moved or marked anew;
/// on the right what each of them says, what the tube turns out to be, and how that differs from before.
class CardDialog : public QDialog {
    Q_OBJECT

public:
    CardDialog(Document& document, ViewSettings& settings, const QString& picture, TubeId tube,
               QWidget* parent = nullptr);

    /// The places as this dialog lists them.
    enum Place { Full, Thin, OverBlack, Lifted, Paper, placeCount };

    const std::optional<CardReading>& reading() const { return m_reading; }
    /// Files the reading under the chosen tube and closes.
    void file();

private:
    QVBoxLayout* makeRightSide(ViewSettings& settings);
    void addChoices(QVBoxLayout* column);
    void addPlaces(QVBoxLayout* column);
    void addResult(QVBoxLayout* column, ViewSettings& settings);
    void fillTubes(TubeId tube);
    void fillDevices();
    void fillPapers();
    void readAgain();
    void takeReading(const CardReading& reading);
    void showBusy(const QString& doing);
    void showTrouble(const Error& error);
    void showPlaces();
    void showPlace(Place place, const std::optional<PatchReading>& patch);
    void showJudgement();
    QString judgementWords() const;
    QString changeWords() const;
    void setRightADevice();
    void keepThisPaper();
    CardOptions options() const;
    SwatchRecord record() const;
    const Tube* tube() const;

    Document& m_document;
    Job<Result<ScanPtr>> m_opening;
    Job<Result<CardReading>> m_job;
    ScanPtr m_scan;
    CardRegions m_given;
    std::optional<CardReading> m_reading; ///< of the picture as it is marked, on the paper that is chosen
    bool m_wasRead = false;
    RegionEditor* m_editor;
    QComboBox* m_tube = nullptr;
    QComboBox* m_device = nullptr;
    QComboBox* m_paper = nullptr;
    QDateEdit* m_date = nullptr;
    QCheckBox* m_wet = nullptr;
    QButtonGroup* m_places = nullptr;
    std::array<PlainLabel*, placeCount> m_doubts{};
    WashWidget* m_wash = nullptr;
    PlainLabel* m_judgement = nullptr;
    PlainLabel* m_change = nullptr;
    PlainLabel* m_trouble = nullptr;
    PlainLabel* m_doing = nullptr;
    QProgressBar* m_busy = nullptr;
    QPushButton* m_file = nullptr;
};

} // namespace iris
