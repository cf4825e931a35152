#include "../testprogram.h"
#include "sheet/mask.h"

#include <QCoreApplication>
#include <QtTest>

using namespace iris;

class TestMask : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void distanceOfASquare();
    void openingDropsWhatIsThin();
    void blobsAreCountedAndSorted();
};

void TestMask::distanceOfASquare()
{
    Mask mask(20, 20);
    for (int y = 5; y < 14; ++y)
        for (int x = 5; x < 14; ++x)
            mask.set(x, y, true);
    const auto distance = distanceInside(mask);
    QCOMPARE(distance[mask.index(9, 9)], 5.0F);
    QCOMPARE(distance[mask.index(5, 9)], 1.0F);
    QCOMPARE(distance[mask.index(0, 0)], 0.0F);
    // A mask that fills its picture ends at the border.
    const Mask all(9, 9, true);
    QCOMPARE(distanceInside(all)[all.index(4, 4)], 5.0F);
}

void TestMask::openingDropsWhatIsThin()
{
    Mask mask(40, 40);
    for (int y = 10; y < 30; ++y)
        for (int x = 10; x < 30; ++x)
            mask.set(x, y, true);
    for (int y = 2; y < 38; ++y)
        mask.set(20, y, true);
    const Mask result = opened(mask, 3);
    QVERIFY(result.at(20, 20) && result.at(12, 20));
    QVERIFY(!result.at(20, 4) && !result.at(20, 36));
    QVERIFY(result.count() > 380 && result.count() <= 404);
}

void TestMask::blobsAreCountedAndSorted()
{
    Mask mask(30, 10);
    for (int x = 1; x < 4; ++x)
        mask.set(x, 5, true);
    for (int x = 10; x < 20; ++x)
        mask.set(x, 5, true);
    mask.set(20, 6, true); // touches only by a corner
    mask.set(29, 0, true);
    const auto blobs = blobsOf(mask, 1);
    QCOMPARE(blobs.size(), 4U);
    QCOMPARE(blobs[0].pixels, 10U);
    QCOMPARE(blobs[0].centreX, 14.5);
    QVERIFY(!blobs[0].touchesBorder);
    QCOMPARE(blobsOf(mask, 4).size(), 1U);
    QVERIFY(std::ranges::any_of(blobs, &Blob::touchesBorder));
}

IRIS_TEST(TestMask, QCoreApplication)
#include "tst_mask.moc"
