#include "../testprogram.h"
#include "palette/covering.h"

#include <QtTest>
#include <bit>
#include <glpk.h>
#include <random>

using namespace iris;

/// The exact search against every subset there is, and against a general solver for integer programmes.
class TestCovering : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void matchesBruteForce();
    void matchesBruteForceWithMustAndLimit();
    void matchesBruteForceInSchools();
    void matchesIntegerProgramming();
    void staircaseMatchesBruteForce();
    void staircaseMatchesIntegerProgramming();
    void stopsWhenAsked();
    void emptyProblems();
    void twoHundredEqualTubes();
    void oneTripleAlone();
};

namespace {

constexpr unsigned firstSeed = 900;

/// Random needs, each met by a few random sets of up to three tubes.
struct Instance {
    std::size_t tubes;
    std::size_t needs;
    std::vector<std::vector<std::vector<std::size_t>>> recipes; ///< for each need the sets that meet it
    CoverageTable table;
    std::vector<int> weights;

    Instance(std::size_t tubeCount, std::size_t needCount, std::size_t recipesPerNeed, std::mt19937& random)
        : tubes(tubeCount),
          needs(needCount),
          recipes(needCount),
          table(tubeCount, needCount)
    {
        for (auto& sets : recipes) {
            for (std::size_t i = 0; i < 1 + random() % recipesPerNeed; ++i) {
                std::vector<std::size_t> set;
                const std::size_t size = 1 + (random() % 6 + 2) / 3; // mostly two and three tubes
                while (set.size() < size) {
                    const std::size_t tube = random() % tubes;
                    if (std::ranges::find(set, tube) == set.end())
                        set.push_back(tube);
                }
                std::ranges::sort(set);
                sets.push_back(set);
            }
            weights.push_back(1 + int(random() % 3));
        }
        fill();
    }

    NeedMask all() const { return needBits(needs); }

    NeedMask met(const std::vector<std::size_t>& tubesOfSet) const
    {
        NeedMask mask;
        for (std::size_t n = 0; n < needs; ++n)
            for (const auto& set : recipes[n])
                if (std::ranges::includes(tubesOfSet, set))
                    mask.add(n);
        return mask;
    }

    CoveringProblem problem() const
    {
        CoveringProblem result;
        result.table = &table;
        result.needs = all();
        result.weights = weights;
        return result;
    }

private:
    void fill()
    {
        for (std::size_t t = 0; t < tubes; ++t) {
            table.setMask(std::array{t}, met({t}));
            for (std::size_t u = t + 1; u < tubes; ++u) {
                table.setMask(std::array{t, u}, met({t, u}));
                for (std::size_t v = u + 1; v < tubes; ++v)
                    table.setMask(std::array{t, u, v}, met({t, u, v}));
            }
        }
    }
};

int lossOf(const Instance& instance, const NeedMask& met)
{
    int lost = 0;
    for (std::size_t n = 0; n < instance.needs; ++n)
        if (!met.has(n))
            lost += instance.weights[n];
    return lost;
}

std::vector<std::size_t> tubesIn(std::uint32_t bits)
{
    std::vector<std::size_t> tubes;
    for (; bits != 0; bits &= bits - 1)
        tubes.push_back(std::size_t(std::countr_zero(bits)));
    return tubes;
}

/// Every subset that is allowed: least loss among those of at most `most` tubes, then least size, then all such sets.
CoveringAnswer bruteForce(const Instance& instance, std::size_t most,
                          const std::function<bool(const std::vector<std::size_t>&)>& allowed)
{
    CoveringAnswer best;
    best.lost = 1 << 20;
    for (std::uint32_t bits = 1; bits < (1U << instance.tubes); ++bits) {
        const auto set = tubesIn(bits);
        if (set.size() > most || !allowed(set))
            continue;
        const int lost = lossOf(instance, instance.met(set));
        if (std::pair(lost, set.size()) < std::pair(best.lost, best.size) || best.sets.empty()) {
            best.sets.clear();
            best.lost = lost;
            best.size = set.size();
        }
        if (lost == best.lost && set.size() == best.size)
            best.sets.push_back(set);
    }
    std::ranges::sort(best.sets);
    return best;
}

void compare(const CoveringAnswer& got, const CoveringAnswer& expected, int round)
{
    const auto where = QString("seed %1 round %2").arg(firstSeed).arg(round);
    QVERIFY2(got.lost == expected.lost, qPrintable(where));
    QVERIFY2(got.size == expected.size, qPrintable(where));
    QVERIFY2(got.sets == expected.sets,
             qPrintable(where + QString(": %1 sets, expected %2").arg(got.sets.size()).arg(expected.sets.size())));
}

/// The covering as an integer programme: x_t takes a tube, y_s uses a recipe, y_s <= x_t for its tubes, each need wants
/// one or, where only so many tubes are allowed, is given up at its weight. The fewest tubes, or the least weight.
int glpkOptimum(const Instance& instance, std::optional<int> most = {})
{
    glp_prob* lp = glp_create_prob();
    glp_set_obj_dir(lp, GLP_MIN);
    glp_add_cols(lp, int(instance.tubes));
    for (int t = 1; t <= int(instance.tubes); ++t) {
        glp_set_col_kind(lp, t, GLP_BV);
        glp_set_obj_coef(lp, t, most ? 0 : 1);
    }
    for (std::size_t need = 0; need < instance.needs; ++need) {
        const auto& sets = instance.recipes[need];
        std::vector<int> uses{0};
        if (most) {
            uses.push_back(glp_add_cols(lp, 1));
            glp_set_col_kind(lp, uses.back(), GLP_BV);
            glp_set_obj_coef(lp, uses.back(), instance.weights[need]);
        }
        for (const auto& set : sets) {
            const int y = glp_add_cols(lp, 1);
            glp_set_col_kind(lp, y, GLP_BV);
            uses.push_back(y);
            for (const std::size_t tube : set) {
                const int rowNumber = glp_add_rows(lp, 1);
                glp_set_row_bnds(lp, rowNumber, GLP_UP, 0, 0);
                const std::array columns{0, y, int(tube) + 1};
                const std::array values{0.0, 1.0, -1.0};
                glp_set_mat_row(lp, rowNumber, 2, columns.data(), values.data());
            }
        }
        const int rowNumber = glp_add_rows(lp, 1);
        glp_set_row_bnds(lp, rowNumber, GLP_LO, 1, 0);
        const std::vector<double> ones(uses.size(), 1.0);
        glp_set_mat_row(lp, rowNumber, int(uses.size()) - 1, uses.data(), ones.data());
    }
    if (most) {
        std::vector<int> tubes{0};
        for (int t = 1; t <= int(instance.tubes); ++t)
            tubes.push_back(t);
        const int rowNumber = glp_add_rows(lp, 1);
        glp_set_row_bnds(lp, rowNumber, GLP_UP, 0, *most);
        const std::vector<double> ones(tubes.size(), 1.0);
        glp_set_mat_row(lp, rowNumber, int(tubes.size()) - 1, tubes.data(), ones.data());
    }
    glp_iocp options;
    glp_init_iocp(&options);
    options.msg_lev = GLP_MSG_OFF;
    options.presolve = GLP_ON;
    const int failed = glp_intopt(lp, &options);
    const int size = failed == 0 && glp_mip_status(lp) == GLP_OPT ? int(std::lround(glp_mip_obj_val(lp))) : -1;
    glp_delete_prob(lp);
    return size;
}

} // namespace

void TestCovering::matchesBruteForce()
{
    std::mt19937 random(firstSeed);
    for (int round = 0; round < 300; ++round) {
        // every tenth with needs beyond one word of bits
        const std::size_t needs = round % 10 == 9 ? 60 + random() % 190 : 4 + random() % 14;
        const Instance instance(7 + random() % 6, needs, 5, random);
        const CoveringSummary summary = solveCovering(instance.problem());
        compare(summary.answer, bruteForce(instance, 12, [](const auto&) { return true; }), round);
        QCOMPARE(summary.smaller.size(), summary.answer.size - 1);
        for (const auto& set : summary.answer.sets)
            QCOMPARE(coveredBy(set, instance.table), instance.all());
    }
}

void TestCovering::matchesBruteForceWithMustAndLimit()
{
    std::mt19937 random(firstSeed + 1);
    for (int round = 0; round < 100; ++round) {
        const Instance instance(7 + random() % 5, 6 + random() % 12, 4, random);
        CoveringProblem problem = instance.problem();
        problem.must = {random() % instance.tubes};
        problem.mostTubes = 2 + random() % 4;
        const auto allowed = [&](const auto& set) { return std::ranges::find(set, problem.must.front()) != set.end(); };
        compare(solveCovering(problem).answer, bruteForce(instance, problem.mostTubes, allowed), round);
    }
}

void TestCovering::matchesBruteForceInSchools()
{
    std::mt19937 random(firstSeed + 2);
    for (int round = 0; round < 100; ++round) {
        const Instance instance(9 + random() % 3, 6 + random() % 10, 5, random);
        CoveringProblem problem = instance.problem();
        problem.slots = 3 + random() % 2;
        for (std::size_t t = 0; t < instance.tubes; ++t)
            problem.slotMasks.push_back(
                t < problem.slots ? 1U << t : 1U << random() % problem.slots | (random() % 3 == 0 ? 1U : 0U));
        const auto fits = [&](const std::vector<std::size_t>& set) {
            if (set.size() != problem.slots)
                return false;
            std::vector<std::size_t> order = set;
            do {
                bool all = true;
                for (std::size_t i = 0; i < order.size(); ++i)
                    all = all && (problem.slotMasks[order[i]] >> i & 1);
                if (all)
                    return true;
            } while (std::ranges::next_permutation(order).found);
            return false;
        };
        compare(solveCovering(problem).answer, bruteForce(instance, problem.slots, fits), round);
    }
}

void TestCovering::matchesIntegerProgramming()
{
    std::mt19937 random(firstSeed + 3);
    for (int round = 0; round < 50; ++round) {
        const Instance instance(16 + random() % 9, 12 + random() % 12, 6, random);
        const auto where = QString("seed %1 round %2").arg(firstSeed + 3).arg(round);
        CoveringProblem problem = instance.problem();
        problem.mostTubes = instance.tubes;
        const int ours = int(solveCovering(problem).answer.size);
        const int theirs = glpkOptimum(instance);
        QVERIFY2(ours == theirs, qPrintable(where + QString(": %1, %2").arg(ours).arg(theirs)));
    }
}

/// Every step against every subset of that size.
void TestCovering::staircaseMatchesBruteForce()
{
    std::mt19937 random(firstSeed + 6);
    for (int round = 0; round < 60; ++round) {
        const Instance instance(8 + random() % 4, 8 + random() % 10, 4, random);
        CoveringProblem problem = instance.problem();
        if (round % 3 == 0)
            problem.must = {random() % instance.tubes};
        problem.mostTubes = 3 + random() % 6;
        const auto steps = solveStaircase(problem);
        QVERIFY(!steps.empty());
        for (std::size_t i = 0; i < steps.size(); ++i) {
            const std::size_t size = i + 1;
            const auto theirs = bruteForce(instance, size, [&](const auto& set) {
                return set.size() == size
                       && (problem.must.empty() || std::ranges::find(set, problem.must.front()) != set.end());
            });
            QCOMPARE(steps[i].answer.lost, theirs.lost);
            // Where nothing is left to gain before all places are filled, fewer tubes stand for all that hold them.
            if (steps[i].answer.sets.front().size() == size)
                QVERIFY(std::ranges::includes(theirs.sets, steps[i].answer.sets));
            QVERIFY(i == 0 || steps[i].answer.lost <= steps[i - 1].answer.lost);
        }
        const bool ended = steps.back().answer.lost == 0 || steps.size() == problem.mostTubes;
        QVERIFY2(ended, qPrintable(QString("seed %1 round %2").arg(firstSeed + 6).arg(round)));
    }
}

/// And beyond what can be tried out: the most importance that so many tubes can cover, by a general solver.
void TestCovering::staircaseMatchesIntegerProgramming()
{
    std::mt19937 random(firstSeed + 7);
    for (int round = 0; round < 50; ++round) {
        const Instance instance(16 + random() % 9, 12 + random() % 12, 6, random);
        CoveringProblem problem = instance.problem();
        problem.mostTubes = 6;
        for (const StaircaseStep& step : solveStaircase(problem)) {
            const int theirs = glpkOptimum(instance, int(step.answer.size));
            QVERIFY2(step.answer.lost == theirs, qPrintable(QString("seed %1 round %2, %3 tubes: %4, %5")
                                                                .arg(firstSeed + 7)
                                                                .arg(round)
                                                                .arg(step.answer.size)
                                                                .arg(step.answer.lost)
                                                                .arg(theirs)));
        }
    }
}

void TestCovering::stopsWhenAsked()
{
    std::mt19937 random(firstSeed + 4);
    const Instance instance(12, 12, 4, random);
    std::stop_source stop;
    stop.request_stop();
    WorkOptions work;
    work.stop = stop.get_token();
    QVERIFY(solveCovering(instance.problem(), work).stopped);
}

void TestCovering::emptyProblems()
{
    std::mt19937 random(firstSeed + 5);
    const Instance instance(6, 4, 3, random);
    CoveringProblem nothing = instance.problem();
    nothing.needs = {};
    QCOMPARE(solveCovering(nothing).answer.size, 0U);
    CoveringProblem onlyMust = nothing;
    onlyMust.must = {2, 4};
    QCOMPARE(solveCovering(onlyMust).answer.sets, (std::vector<std::vector<std::size_t>>{{2, 4}}));
}

/// Nothing tells these tubes apart, so that nothing can be ruled out early: each meets one need, any two a second, any
/// three a third. Ties are told as what they are.
void TestCovering::twoHundredEqualTubes()
{
    constexpr std::size_t tubes = 200;
    CoverageTable table(tubes, 3);
    const auto maskOf = [](std::initializer_list<std::size_t> needs) {
        NeedMask mask;
        for (const std::size_t need : needs)
            mask.add(need);
        return mask;
    };
    for (std::size_t t = 0; t < tubes; ++t)
        table.setMask(std::array{t}, maskOf({0}));
    for (std::size_t t = 0; t < tubes; ++t)
        for (std::size_t u = t + 1; u < tubes; ++u)
            table.setMask(std::array{t, u}, maskOf({0, 1}));
    CoveringProblem problem;
    problem.table = &table;
    problem.needs = maskOf({0, 1});
    problem.weights = {1, 1, 1};
    const CoveringSummary pairs = solveCovering(problem);
    QCOMPARE(pairs.answer.size, 2U);
    QCOMPARE(pairs.answer.sets.size(), tubes * (tubes - 1) / 2);
    QVERIFY(!pairs.answer.capped);
    for (std::size_t t = 0; t < tubes; ++t)
        for (std::size_t u = t + 1; u < tubes; ++u)
            for (std::size_t v = u + 1; v < tubes; ++v)
                table.setMask(std::array{t, u, v}, maskOf({0, 1, 2}));
    problem.needs = maskOf({0, 1, 2});
    const CoveringSummary threes = solveCovering(problem);
    QCOMPARE(threes.answer.size, 3U);
    QVERIFY(threes.answer.capped); // 1,313,400 of them: more than are kept, and it is said
    QCOMPARE(threes.answer.lost, 0);
    QCOMPARE(threes.smaller.size(), 2U);
    problem.must = {7, 150};
    for (const auto& set : solveCovering(problem).answer.sets)
        QVERIFY(std::ranges::find(set, 7U) != set.end() && std::ranges::find(set, 150U) != set.end());
}

/// Of 1.3 million triples one alone meets the need; it is found, and shown to be the only one.
void TestCovering::oneTripleAlone()
{
    CoverageTable table(200, 2);
    NeedMask first, second;
    first.add(0);
    second.add(1);
    for (std::size_t t = 0; t < 200; t += 3)
        table.setMask(std::array{t}, first);
    table.setMask(std::array<std::size_t, 3>{5, 77, 140}, second);
    CoveringProblem problem;
    problem.table = &table;
    problem.needs = first | second;
    problem.weights = {1, 1};
    const CoveringSummary found = solveCovering(problem);
    QCOMPARE(found.answer.size, 4U); // the three, and any that meets the other need
    QCOMPARE(found.answer.sets.size(), 67U);
    for (const auto& set : found.answer.sets)
        for (const std::size_t tube : {5U, 77U, 140U})
            QVERIFY(std::ranges::find(set, tube) != set.end());
    problem.mostTubes = 3; // then one need must go, whichever: the fewest tubes that lose no more is one
    QCOMPARE(solveCovering(problem).answer.size, 1U);
    QCOMPARE(solveCovering(problem).answer.lost, 1);
}

IRIS_TEST(TestCovering, NoApplication)
#include "tst_covering.moc"
