#pragma once

#include "app/document/document.h"

#include <QWidget>

class QFrame;
class QLineEdit;
class QListWidget;
class QAction;

namespace iris {

class MixDialog;
class PlainLabel;

class ViewSettings;

/// Every mix that was written down: painted, read off a sheet, or only noted; found again by tube, tag or word, with
/// what it grew out of and what grew out of it.
class MixesPage : public QWidget {
    Q_OBJECT

public:
    MixesPage(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    MixId chosen() const;
    void choose(MixId mix);
    void find();
    void takeFocus();

    /// Writes a new mix down, out of tubes the painter names.
    void writeNew();
    void changeChosen();
    /// Begins a new mix from the chosen one and a touch of another tube.
    void addTouch();
    void removeChosen();
    /// A share of one tube stirred into every mix on show.
    void stirMother();
    /// Why the chosen mix is as dull as it is, and which tube would mend it.
    void diagnoseChosen();

protected:
    void showEvent(QShowEvent* event) override;

private:
    QFrame* makeCard();
    void fill();
    void changed();
    void write(const MixDialog& dialog, const QString& what);
    void fillIfStale();
    QIcon chipOf(const MixRecord& mix) const;
    QPixmap pictureOf(const MixRecord& mix) const;
    void showChosen();
    QString detailWords(const MixRecord& mix) const;
    QString lineageWords(const MixRecord& mix) const;

    Document& m_document;
    ViewSettings& m_settings;
    bool m_stale = true; ///< the list is to be filled when it is seen
    QLineEdit* m_find;
    QListWidget* m_list;
    PlainLabel* m_picture = nullptr;
    PlainLabel* m_title = nullptr;
    PlainLabel* m_details = nullptr;
    PlainLabel* m_lineage = nullptr;
    std::vector<QAction*> m_mixActs; ///< of the mix that is chosen
};

} // namespace iris
