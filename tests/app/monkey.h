#pragma once

#include "app/window/mainwindow.h"

#include <QElapsedTimer>
#include <QFile>
#include <QObject>
#include <memory>
#include <random>

/// Somebody who presses anything in any order: keys, buttons, lists, menus, drags, words of every kind, files that are
/// dropped, undo, other notebooks, the window closed and opened again. Every act begins from the event loop, so acts go
/// on inside dialogs and while jobs run. The same seed begins the same way; jobs on threads make it part later.
class Monkey : public QObject {
    Q_OBJECT

public:
    /// @param notebooks  files it goes back and forth between; the first is opened
    /// @param files      what it drops on the window and answers dialogs with
    /// @param log        where each act is written before it is done, so that the last one is known after a crash
    Monkey(QStringList notebooks, QStringList files, const QString& log, std::uint32_t seed);
    ~Monkey() override;

    /// Acts until so much time has passed, then leaves every dialog.
    void actFor(std::chrono::milliseconds time);

    int acts() const { return m_acts; }
    /// How often what is shown was compared with what is in the file.
    int comparisons() const { return m_comparisons; }
    /// What is shown but not in the file; empty when all was well.
    QString broken() const { return m_broken; }

private:
    void next();
    void step();
    void act(QWidget& root);
    void actInPopup(QWidget& popup);
    void actInWindow();
    void press(QWidget& root);
    void type(QWidget& root);
    void key(QWidget& root);
    void choose(QWidget& root);
    void paint(QWidget& root);
    void menu();
    void wheel(QWidget& root);
    void undoOrRedo();
    void dropFile();
    void openAnother();
    void openWindow();
    void leave();
    void compare();

    QWidget* any(QWidget& root, const std::function<bool(QWidget*)>& fits);
    void click(QWidget* widget, QPoint at);
    void note(const QString& words);
    int below(int count) { return std::uniform_int_distribution<int>(0, count - 1)(m_random); }
    const QString& oneOf(const QStringList& some) { return some[below(static_cast<int>(some.size()))]; }

    QStringList m_notebooks;
    QStringList m_files;
    QFile m_log;
    std::mt19937 m_random;
    std::unique_ptr<iris::Document> m_document;
    std::unique_ptr<iris::MainWindow> m_window;
    QElapsedTimer m_clock;
    qint64 m_until = 0;
    bool m_done = true;
    int m_acts = 0;
    int m_comparisons = 0;
    QString m_broken;
};
