#pragma once

#include <QIdentityProxyModel>

namespace iris {

class TubeModel;
class ViewSettings;

/// The tubes as they stand in a box to choose from: name and codes, a small wash, the id as Qt::UserRole. Nothing is
/// copied, so that a long catalogue costs no more than what is seen of it.
class TubeChoiceModel : public QIdentityProxyModel {
    Q_OBJECT

public:
    TubeChoiceModel(TubeModel& model, ViewSettings& settings, QObject* parent = nullptr);

    QVariant data(const QModelIndex& index, int role) const override;

private:
    TubeModel& m_model;
    ViewSettings& m_settings;
};

} // namespace iris
