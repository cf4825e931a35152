#include "mixing/mixkernel.h"

#include "colour/observer.h"
#include "paint/paper.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <limits>

// Highway compiles this file once for each instruction set it knows and picks one at run time.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "mixing/mixkernel.cpp"
#include <hwy/foreach_target.h>

#include <hwy/contrib/math/math-inl.h>
#include <hwy/highway.h>

#ifndef IRIS_MIXKERNEL_SHARED
#define IRIS_MIXKERNEL_SHARED

namespace iris::kernel {

/// What each band adds to X/Xn, Y/Yn, Z/Zn under the surface, and what the surface adds, in single precision.
struct Weights {
    std::array<std::array<float, 3>, bandCount> perBand{};
    float surface = static_cast<float>(surfaceReflection);
};

/// One set of tubes with its shares of strength for 16 ratios.
struct Job {
    std::array<const float*, 3> films{};                    ///< K then S of each tube, times its strength
    std::array<float, 3> strengths{};
    alignas(64) std::array<std::array<float, chunkRatios>, 3> parts{}; ///< none of a tube that is not there
    const float* paper = nullptr; ///< 36 bands
};

} // namespace iris::kernel

#endif

HWY_BEFORE_NAMESPACE();
namespace iris::kernel::HWY_NAMESPACE {

namespace hn = hwy::HWY_NAMESPACE;
using Tag = hn::CappedTag<float, chunkRatios>;
using V = hn::Vec<Tag>;

constexpr std::size_t washCount = recipeWashes.size();
// A film whose exp(2 B x) is above exp(10) hides its backing entirely. Held there at the thinnest washes, and at
// exp(28) two washes on, the products of two that share a reciprocal stay finite.
constexpr double largestExponent = 10;
constexpr float largestExponential = 1.4462570e12F;

/// 1 / d to nearly full precision: an estimate and one Newton step.
HWY_INLINE V reciprocal(V d)
{
    const V guess = hn::ApproximateReciprocal(d);
    return hn::Mul(guess, hn::NegMulAdd(guess, d, hn::Set(Tag(), 2.0F)));
}

/// Square root of a positive value: an estimate of its inverse and one Newton step. Half the time of the exact one.
HWY_INLINE V squareRoot(V x)
{
    const Tag d;
    const V guess = hn::ApproximateReciprocalSqrt(x);
    const V root = hn::Mul(x, guess);
    const V correction = hn::NegMulAdd(hn::Mul(root, guess), hn::Set(d, 0.5F), hn::Set(d, 1.5F));
    return hn::Mul(root, correction);
}

/// 2^x for 0 <= x <= 15: 2^n times a polynomial on +-1/2 (interpolated in Chebyshev's points, 1e-7). Adding 1.5 * 2^23
/// rounds to the whole number n and leaves it in the lowest bits, ready to become the exponent.
HWY_INLINE V powerOfTwo(V x)
{
    const Tag d;
    const hn::RebindToSigned<Tag> di;
    const V rounding = hn::Set(d, 12582912.0F);
    const V shifted = hn::Add(x, rounding);
    const V r = hn::Sub(x, hn::Sub(shifted, rounding));
    V p = hn::MulAdd(r, hn::Set(d, 0.00133908634F), hn::Set(d, 0.00967603192F));
    p = hn::MulAdd(p, r, hn::Set(d, 0.0555035711F));
    p = hn::MulAdd(p, r, hn::Set(d, 0.240221075F));
    p = hn::MulAdd(p, r, hn::Set(d, 0.693147188F));
    p = hn::MulAdd(p, r, hn::Set(d, 1.0F));
    const auto scale = hn::ShiftLeft<23>(hn::Add(hn::BitCast(di, shifted), hn::Set(di, 127)));
    return hn::Mul(p, hn::BitCast(d, scale));
}

/// Cube root of a value between about 0.004 and 4. The exponent's bits give a guess g of x^(-1/3) with |h| <= 0.104,
/// h = 1 - x g^3; the root is x g^2 (1 - h)^(-2/3), the power a polynomial (Chebyshev's points, 3.3e-7).
HWY_INLINE V cubeRoot(V x)
{
    const Tag d;
    const hn::RebindToSigned<Tag> di;
    const V asNumber = hn::ConvertTo(d, hn::BitCast(di, x));
    const V third = hn::MulAdd(asNumber, hn::Set(d, -1.0F / 3.0F), hn::Set(d, 1419890000.0F));
    const V g = hn::BitCast(d, hn::ConvertTo(di, third));
    const V xg2 = hn::Mul(x, hn::Mul(g, g));
    const V h = hn::NegMulAdd(xg2, g, hn::Set(d, 1.0F));
    V p = hn::MulAdd(h, hn::Set(d, 0.458111035F), hn::Set(d, 0.499582245F));
    p = hn::MulAdd(p, h, hn::Set(d, 0.555540853F));
    p = hn::MulAdd(p, h, hn::Set(d, 0.666651102F));
    p = hn::MulAdd(p, h, hn::Set(d, 1.0F));
    return hn::Mul(p, xg2);
}

/// Sums over the bands, for X, Y and Z.
struct Sums {
    V x, y, z;
};

/// What is worked out of some bands of 16 mixes. One band is a chain of operations that wait for each other for some 200
/// cycles, and a processor looks ahead no farther than over two of them; so every step is a loop of its own over a few
/// bands, as few as stay in the nearest cache.
struct alignas(64) Bands {
    using Row = std::array<float, chunkRatios>;
    static constexpr std::size_t atATime = 12;
    static_assert(bandCount % atATime == 0);

    std::array<Row, atATime> s, k, twoB, aPlusB;
    std::array<Row, atATime> v;
    std::array<Row, atATime> reachX, reachY, reachZ;         ///< from the endless film to the paper, weighted
    std::array<Row, atATime> thinnest, secondThinnest;       ///< exp(2 B x) at the two thinnest washes
    std::array<std::array<Row, washCount>, atATime> quotients; ///< 1 / (exp(2 B x) + v)
};

/// What all bands so far add up to: the endless film, and for each wash what the paper adds to it.
struct alignas(64) Totals {
    std::array<Bands::Row, 3> endless{};
    std::array<std::array<Bands::Row, 3>, washCount> washes{};
};

HWY_INLINE Sums load(const std::array<Bands::Row, 3>& rows, std::size_t lane)
{
    const Tag d;
    return {hn::Load(d, &rows[0][lane]), hn::Load(d, &rows[1][lane]), hn::Load(d, &rows[2][lane])};
}

HWY_INLINE void store(const Sums& sums, std::array<Bands::Row, 3>& rows, std::size_t lane)
{
    const Tag d;
    hn::Store(sums.x, d, &rows[0][lane]);
    hn::Store(sums.y, d, &rows[1][lane]);
    hn::Store(sums.z, d, &rows[2][lane]);
}

HWY_INLINE void add(Sums& sums, V value, const Sums& weight)
{
    sums.x = hn::MulAdd(value, weight.x, sums.x);
    sums.y = hn::MulAdd(value, weight.y, sums.y);
    sums.z = hn::MulAdd(value, weight.z, sums.z);
}

/// parts / sum(parts * strength) of each tube.
struct Shares {
    V one, two, three;
};

HWY_INLINE Shares sharesOf(const Job& job, std::size_t lane)
{
    const Tag d;
    const V one = hn::Load(d, &job.parts[0][lane]);
    const V two = hn::Load(d, &job.parts[1][lane]);
    const V three = hn::Load(d, &job.parts[2][lane]);
    V total = hn::Mul(one, hn::Set(d, job.strengths[0]));
    total = hn::MulAdd(two, hn::Set(d, job.strengths[1]), total);
    total = hn::MulAdd(three, hn::Set(d, job.strengths[2]), total);
    const V inverse = hn::Div(hn::Set(d, 1.0F), total);
    return {hn::Mul(one, inverse), hn::Mul(two, inverse), hn::Mul(three, inverse)};
}

HWY_INLINE void mixFilms(const Job& job, const Shares& shares, std::size_t first, std::size_t lane, Bands& bands)
{
    const Tag d;
    const auto mixed = [&](std::size_t at) {
        const V sum = hn::MulAdd(shares.two, hn::Set(d, job.films[1][at]), hn::Mul(shares.one, hn::Set(d, job.films[0][at])));
        return hn::MulAdd(shares.three, hn::Set(d, job.films[2][at]), sum);
    };
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        hn::Store(mixed(first + i), d, &bands.k[i][lane]);
        hn::Store(mixed(bandCount + first + i), d, &bands.s[i][lane]);
    }
}

HWY_INLINE void findRoots(std::size_t lane, Bands& bands)
{
    const Tag d;
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V k = hn::Load(d, &bands.k[i][lane]);
        const V s = hn::Load(d, &bands.s[i][lane]);
        const V a = hn::Add(k, s);
        const V b = squareRoot(hn::Mul(k, hn::Add(a, s)));
        hn::Store(hn::Add(b, b), d, &bands.twoB[i][lane]);
        hn::Store(hn::Add(a, b), d, &bands.aPlusB[i][lane]);
    }
}

HWY_INLINE void findEnds(const Job& job, const Weights& weights, std::size_t first, std::size_t lane, Bands& bands,
                         Totals& totals)
{
    const Tag d;
    Sums sum = load(totals.endless, lane);
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V rg = hn::Set(d, job.paper[first + i]);
        const V s = hn::Load(d, &bands.s[i][lane]);
        const V aPlusB = hn::Load(d, &bands.aPlusB[i][lane]);
        const V other = hn::NegMulAdd(rg, s, aPlusB);
        const V both = reciprocal(hn::Mul(aPlusB, other));
        const V endless = hn::Mul(hn::Mul(s, other), both);
        const V onePlusV = hn::Mul(hn::Mul(hn::Load(d, &bands.twoB[i][lane]), aPlusB), both);
        const V reach = hn::Mul(hn::Sub(rg, endless), onePlusV);
        const auto& perBand = weights.perBand[first + i];
        const Sums weight{hn::Set(d, perBand[0]), hn::Set(d, perBand[1]), hn::Set(d, perBand[2])};
        hn::Store(hn::Sub(onePlusV, hn::Set(d, 1.0F)), d, &bands.v[i][lane]);
        hn::Store(hn::Mul(reach, weight.x), d, &bands.reachX[i][lane]);
        hn::Store(hn::Mul(reach, weight.y), d, &bands.reachY[i][lane]);
        hn::Store(hn::Mul(reach, weight.z), d, &bands.reachZ[i][lane]);
        add(sum, endless, weight);
    }
    store(sum, totals.endless, lane);
}

HWY_INLINE void findExponentials(std::size_t lane, Bands& bands)
{
    const Tag d;
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V twoB = hn::Load(d, &bands.twoB[i][lane]);
        const auto at = [&](double x) {
            constexpr double log2e = 1.4426950408889634;
            return powerOfTwo(hn::Min(hn::Mul(twoB, hn::Set(d, static_cast<float>(x * log2e))),
                                      hn::Set(d, static_cast<float>(largestExponent * log2e))));
        };
        hn::Store(at(recipeWashes[washCount - 1]), d, &bands.thinnest[i][lane]);
        hn::Store(at(recipeWashes[washCount - 2]), d, &bands.secondThinnest[i][lane]);
    }
}

/// The quotients of four washes from `wash` on down, each twice as thick as the one before, so that each exponential is
/// the last one squared. Two share a reciprocal.
HWY_INLINE void divide(V exponential, V v, std::size_t wash, std::size_t lane,
                       std::array<Bands::Row, washCount>& quotients)
{
    const Tag d;
    const auto two = [&](V d1, V d2, std::size_t thinner) {
        const V both = reciprocal(hn::Mul(d1, d2));
        hn::Store(hn::Mul(both, d2), d, &quotients[thinner][lane]);
        hn::Store(hn::Mul(both, d1), d, &quotients[thinner - 2][lane]);
    };
    const V e2 = hn::Mul(exponential, exponential);
    const V e3 = hn::Min(hn::Mul(e2, e2), hn::Set(d, largestExponential));
    two(hn::Add(exponential, v), hn::Add(e2, v), wash);
    two(hn::Add(e3, v), hn::MulAdd(e3, e3, v), wash - 4);
}

HWY_INLINE void findQuotients(std::size_t lane, Bands& bands)
{
    const Tag d;
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V v = hn::Load(d, &bands.v[i][lane]);
        divide(hn::Load(d, &bands.thinnest[i][lane]), v, washCount - 1, lane, bands.quotients[i]);
        divide(hn::Load(d, &bands.secondThinnest[i][lane]), v, washCount - 2, lane, bands.quotients[i]);
    }
}

/// Adds what the paper adds, four washes at a time: twelve sums stay in registers.
HWY_INLINE void sumWashes(const Bands& bands, std::size_t wash, std::size_t lane, Totals& totals)
{
    const Tag d;
    Sums one = load(totals.washes[wash], lane);
    Sums two = load(totals.washes[wash + 1], lane);
    Sums three = load(totals.washes[wash + 2], lane);
    Sums four = load(totals.washes[wash + 3], lane);
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const Sums reach{hn::Load(d, &bands.reachX[i][lane]), hn::Load(d, &bands.reachY[i][lane]),
                         hn::Load(d, &bands.reachZ[i][lane])};
        add(one, hn::Load(d, &bands.quotients[i][wash][lane]), reach);
        add(two, hn::Load(d, &bands.quotients[i][wash + 1][lane]), reach);
        add(three, hn::Load(d, &bands.quotients[i][wash + 2][lane]), reach);
        add(four, hn::Load(d, &bands.quotients[i][wash + 3][lane]), reach);
    }
    store(one, totals.washes[wash], lane);
    store(two, totals.washes[wash + 1], lane);
    store(three, totals.washes[wash + 2], lane);
    store(four, totals.washes[wash + 3], lane);
}

HWY_INLINE void storeLab(const Sums& sums, float surface, std::size_t at, LabChunk& out)
{
    const Tag d;
    const V floor = hn::Set(d, surface);
    const V scale = hn::Set(d, 1.0F - surface);
    const V fx = cubeRoot(hn::MulAdd(sums.x, scale, floor));
    const V fy = cubeRoot(hn::MulAdd(sums.y, scale, floor));
    const V fz = cubeRoot(hn::MulAdd(sums.z, scale, floor));
    hn::Store(hn::MulSub(fy, hn::Set(d, 116.0F), hn::Set(d, 16.0F)), d, &out.l[at]);
    hn::Store(hn::Mul(hn::Sub(fx, fy), hn::Set(d, 500.0F)), d, &out.a[at]);
    hn::Store(hn::Mul(hn::Sub(fy, fz), hn::Set(d, 200.0F)), d, &out.b[at]);
}

void mixChunk(const Job& job, const Weights& weights, LabChunk& out)
{
    const Tag d;
    Bands bands;
    Totals totals;
    for (std::size_t lane = 0; lane < chunkRatios; lane += hn::Lanes(d)) {
        const Shares shares = sharesOf(job, lane);
        for (std::size_t first = 0; first < bandCount; first += Bands::atATime) {
            mixFilms(job, shares, first, lane, bands);
            findRoots(lane, bands);
            findEnds(job, weights, first, lane, bands, totals);
            findExponentials(lane, bands);
            findQuotients(lane, bands);
            sumWashes(bands, 0, lane, totals);
            sumWashes(bands, 4, lane, totals);
        }
        const Sums endless = load(totals.endless, lane);
        for (std::size_t wash = 0; wash < washCount; ++wash) {
            const Sums sums = load(totals.washes[wash], lane);
            storeLab({hn::Add(sums.x, endless.x), hn::Add(sums.y, endless.y), hn::Add(sums.z, endless.z)},
                     weights.surface, wash * chunkRatios + lane, out);
        }
    }
}

/// sqrt(C^7 / (C^7 + 25^7)).
HWY_INLINE V chromaShare(V c)
{
    const Tag d;
    const V c2 = hn::Mul(c, c);
    const V c4 = hn::Mul(c2, c2);
    const V c7 = hn::Mul(hn::Mul(c4, c2), c);
    return hn::Sqrt(hn::Div(c7, hn::Add(c7, hn::Set(d, 6103515625.0F))));
}

/// 1 / c, and 0 where c is 0: a neutral has no direction.
HWY_INLINE V inverseOrZero(V c)
{
    const Tag d;
    return hn::IfThenElseZero(hn::Gt(c, hn::Set(d, 1e-12F)), hn::Div(hn::Set(d, 1.0F), c));
}

/// The cosine and sine of the mean hue: the direction halfway between the two.
struct Direction {
    V cosine, sine;
};

HWY_INLINE Direction meanDirection(V a1, V b1, V c1, V a2, V b2, V c2)
{
    const Tag d;
    const V i1 = inverseOrZero(c1);
    const V i2 = inverseOrZero(c2);
    const V x = hn::MulAdd(a1, i1, hn::Mul(a2, i2));
    const V y = hn::MulAdd(b1, i1, hn::Mul(b2, i2));
    const V length = hn::Sqrt(hn::MulAdd(x, x, hn::Mul(y, y)));
    const V inverse = inverseOrZero(length);
    const auto none = hn::Le(length, hn::Set(d, 1e-12F));
    return {hn::IfThenElse(none, hn::Set(d, 1.0F), hn::Mul(x, inverse)), hn::Mul(y, inverse)};
}

/// T of CIEDE2000 from cosines and sines of multiples of the mean hue.
HWY_INLINE V hueWeight(const Direction& h)
{
    const Tag d;
    const auto rotated = [&](V c, V s, float byCos, float bySin) {
        return hn::MulAdd(c, hn::Set(d, byCos), hn::Mul(s, hn::Set(d, bySin)));
    };
    const V c = h.cosine;
    const V s = h.sine;
    const V one = hn::Set(d, 1.0F);
    const V c2 = hn::MulSub(hn::Add(c, c), c, one);
    const V s2 = hn::Mul(hn::Add(s, s), c);
    const V c3 = hn::MulSub(c, c2, hn::Mul(s, s2));
    const V s3 = hn::MulAdd(s, c2, hn::Mul(c, s2));
    const V c4 = hn::MulSub(hn::Add(c2, c2), c2, one);
    const V s4 = hn::Mul(hn::Add(s2, s2), c2);
    V t = hn::NegMulAdd(hn::Set(d, 0.17F), rotated(c, s, 0.86602540F, 0.5F), one);
    t = hn::MulAdd(hn::Set(d, 0.24F), c2, t);
    t = hn::MulAdd(hn::Set(d, 0.32F), rotated(c3, s3, 0.99452190F, -0.10452846F), t);
    return hn::NegMulAdd(hn::Set(d, 0.20F), rotated(c4, s4, 0.45399050F, 0.89100652F), t);
}

/// sin(2 delta theta), delta theta = 30 degrees * exp(-((h - 275) / 25)^2). The angle from 275 degrees comes from
/// the tangent of its half (Abramowitz and Stegun 4.4.47); beyond 90 degrees the bump is nothing.
HWY_INLINE V rotationSine(const Direction& h)
{
    const Tag d;
    const V cosine = hn::MulAdd(h.cosine, hn::Set(d, 0.08715574F), hn::Mul(h.sine, hn::Set(d, -0.99619470F)));
    const V sine = hn::MulAdd(h.sine, hn::Set(d, 0.08715574F), hn::Mul(h.cosine, hn::Set(d, 0.99619470F)));
    const V ahead = hn::Max(cosine, hn::Zero(d));
    const V t = hn::Div(sine, hn::Add(hn::Set(d, 1.0F), ahead));
    const V t2 = hn::Mul(t, t);
    V p = hn::MulAdd(hn::Set(d, 0.0208351F), t2, hn::Set(d, -0.0851330F));
    p = hn::MulAdd(p, t2, hn::Set(d, 0.1801410F));
    p = hn::MulAdd(p, t2, hn::Set(d, -0.3302995F));
    p = hn::MulAdd(p, t2, hn::Set(d, 0.9998660F));
    const V steps = hn::Mul(hn::Mul(p, t), hn::Set(d, 2.0F * 57.2957795F / 25.0F));
    const V bump = hn::Exp(d, hn::Neg(hn::Mul(steps, steps)));
    const V angle = hn::IfThenElseZero(hn::Gt(cosine, hn::Zero(d)), hn::Mul(bump, hn::Set(d, 1.04719755F)));
    const V a2 = hn::Mul(angle, angle);
    V q = hn::MulAdd(hn::Set(d, -1.0F / 5040.0F), a2, hn::Set(d, 1.0F / 120.0F));
    q = hn::MulAdd(q, a2, hn::Set(d, -1.0F / 6.0F));
    return hn::MulAdd(hn::Mul(q, a2), angle, angle);
}

/// The hue difference 2 sqrt(C1 C2) sin(dh / 2), signed, without angles: from the cross product while the hues are
/// less than a right angle apart, from the scalar product beyond, each where it is exact.
HWY_INLINE V hueDistance(V a1, V b1, V c1, V a2, V b2, V c2)
{
    const Tag d;
    const V two = hn::Set(d, 2.0F);
    const V product = hn::Mul(c1, c2);
    const V dot = hn::MulAdd(a1, a2, hn::Mul(b1, b2));
    const V cross = hn::MulSub(a1, b2, hn::Mul(a2, b1));
    const V near = hn::Mul(cross, hn::Sqrt(hn::Div(two, hn::Max(hn::Add(product, dot), hn::Set(d, 1e-20F)))));
    const V far = hn::CopySign(hn::Sqrt(hn::Max(hn::Mul(two, hn::Sub(product, dot)), hn::Zero(d))), cross);
    return hn::IfThenElse(hn::Gt(dot, hn::Zero(d)), near, far);
}

HWY_INLINE V difference(V l1, V a1, V b1, V l2, V a2, V b2)
{
    const Tag d;
    const V half = hn::Set(d, 0.5F);
    const V one = hn::Set(d, 1.0F);
    const auto lengthOf = [](V x, V y) { return hn::Sqrt(hn::MulAdd(x, x, hn::Mul(y, y))); };
    const V meanC = hn::Mul(half, hn::Add(lengthOf(a1, b1), lengthOf(a2, b2)));
    const V stretch = hn::NegMulAdd(half, chromaShare(meanC), hn::Set(d, 1.5F));
    a1 = hn::Mul(a1, stretch);
    a2 = hn::Mul(a2, stretch);
    const V c1 = lengthOf(a1, b1);
    const V c2 = lengthOf(a2, b2);
    const V c = hn::Mul(half, hn::Add(c1, c2));
    const Direction h = meanDirection(a1, b1, c1, a2, b2, c2);

    const V l = hn::Sub(hn::Mul(half, hn::Add(l1, l2)), hn::Set(d, 50.0F));
    const V ll = hn::Mul(l, l);
    const V sl = hn::MulAdd(hn::Set(d, 0.015F), hn::Div(ll, hn::Sqrt(hn::Add(ll, hn::Set(d, 20.0F)))), one);
    const V lTerm = hn::Div(hn::Sub(l2, l1), sl);
    const V cTerm = hn::Div(hn::Sub(c2, c1), hn::MulAdd(hn::Set(d, 0.045F), c, one));
    const V sh = hn::MulAdd(hn::Mul(hn::Set(d, 0.015F), c), hueWeight(h), one);
    const V hTerm = hn::Div(hueDistance(a1, b1, c1, a2, b2, c2), sh);
    const V turn = hn::Mul(hn::Set(d, -2.0F), hn::Mul(rotationSine(h), chromaShare(c)));
    V sum = hn::MulAdd(lTerm, lTerm, hn::Mul(cTerm, cTerm));
    sum = hn::MulAdd(hTerm, hTerm, sum);
    sum = hn::MulAdd(hn::Mul(turn, cTerm), hTerm, sum);
    return hn::Sqrt(hn::Max(sum, hn::Zero(d)));
}

void differences(const LabColumns& first, const LabColumns& second, float* out, std::size_t count)
{
    const Tag d;
    const std::size_t lanes = hn::Lanes(d);
    std::size_t i = 0;
    for (; i + lanes <= count; i += lanes) {
        hn::StoreU(difference(hn::LoadU(d, &first.l[i]), hn::LoadU(d, &first.a[i]), hn::LoadU(d, &first.b[i]),
                              hn::LoadU(d, &second.l[i]), hn::LoadU(d, &second.a[i]), hn::LoadU(d, &second.b[i])),
                   d, out + i);
    }
    if (i == count)
        return;
    alignas(64) std::array<std::array<float, chunkRatios>, 7> tail{};
    for (std::size_t k = i; k < count; ++k) {
        tail[0][k - i] = first.l[k];
        tail[1][k - i] = first.a[k];
        tail[2][k - i] = first.b[k];
        tail[3][k - i] = second.l[k];
        tail[4][k - i] = second.a[k];
        tail[5][k - i] = second.b[k];
    }
    const auto column = [&](std::size_t n) { return hn::Load(d, tail[n].data()); };
    hn::Store(difference(column(0), column(1), column(2), column(3), column(4), column(5)), d, tail[6].data());
    std::copy_n(tail[6].data(), count - i, out + i);
}

void findCells(const LabChunk& chunk, const CellGrid& grid, std::uint32_t* cells)
{
    const Tag d;
    const hn::RebindToSigned<Tag> di;
    const auto along = [&](const float* values, std::size_t axis) {
        const V steps =
            hn::Mul(hn::Sub(hn::Load(d, values), hn::Set(d, grid.start[axis])), hn::Set(d, 1.0F / grid.size));
        const V last = hn::Set(d, static_cast<float>(grid.cells[axis]) - 0.5F);
        return hn::ConvertTo(di, hn::Min(hn::Max(steps, hn::Zero(d)), last));
    };
    for (std::size_t i = 0; i < chunkRecipes; i += hn::Lanes(d)) {
        const auto rows = hn::Add(hn::Mul(along(&chunk.l[i], 0), hn::Set(di, grid.cells[1])), along(&chunk.a[i], 1));
        const auto cell = hn::Add(hn::Mul(rows, hn::Set(di, grid.cells[2])), along(&chunk.b[i], 2));
        hn::StoreU(cell, di, reinterpret_cast<std::int32_t*>(cells + i));
    }
}

const char* targetName()
{
    return hwy::TargetName(HWY_TARGET);
}

} // namespace iris::kernel::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace iris {
namespace kernel {
namespace {

HWY_EXPORT(mixChunk);
HWY_EXPORT(differences);
HWY_EXPORT(findCells);
HWY_EXPORT(targetName);

const Weights& weights()
{
    static const Weights table = [] {
        Weights result;
        const std::array<double, 3> white{d50White.x, d50White.y, d50White.z};
        for (std::size_t band = 0; band < bandCount; ++band)
            for (std::size_t axis = 0; axis < 3; ++axis)
                result.perBand[band][axis] = static_cast<float>(d50Weights[axis][band] / white[axis]);
        return result;
    }();
    return table;
}

} // namespace
} // namespace kernel

MixKernel::MixKernel(std::span<const Paint> paints, const Spectrum& paper)
{
    std::ranges::transform(paper, m_paper.begin(), [](double r) { return static_cast<float>(r); });
    m_films.reserve(paints.size() * 2 * bandCount);
    for (const Paint& paint : paints) {
        m_strengths.push_back(static_cast<float>(paint.strength));
        m_logStrengths.push_back(std::log(paint.strength));
        // The square root in the kernel goes through its inverse and wants a value above 0.
        for (const double k : paint.film.absorption)
            m_films.push_back(static_cast<float>(std::max(k, 1e-7) * paint.strength));
        for (const double s : paint.film.scattering)
            m_films.push_back(static_cast<float>(s * paint.strength));
    }
}

std::size_t MixKernel::chunkCount(std::size_t tubes)
{
    return (triedRatios[tubes - 1] + chunkRatios - 1) / chunkRatios;
}

void MixKernel::ratiosFrom(std::span<const std::size_t> set, std::size_t place, std::span<Ratio> ratios) const
{
    std::array<double, 3> logs{};
    for (std::size_t tube = 0; tube < set.size(); ++tube)
        logs[tube] = m_logStrengths[set[tube]];
    fillTriedRatios({logs.data(), set.size()}, place, ratios, m_touches);
}

Recipe MixKernel::recipeAt(std::span<const std::size_t> set, std::size_t chunk, std::size_t place) const
{
    std::array<Ratio, 1> ratio;
    ratiosFrom(set, chunk * chunkRatios + place % chunkRatios, ratio);
    Recipe recipe;
    recipe.wash = recipeWashes[place / chunkRatios];
    for (std::size_t tube = 0; tube < set.size(); ++tube)
        recipe.parts.push_back({set[tube], ratio[0][tube]});
    return recipe;
}

void MixKernel::mix(std::span<const std::size_t> set, std::size_t chunk, LabChunk& out) const
{
    mix(set, chunk, std::span(&out, 1));
}

std::span<const LabChunk> MixKernel::mix(std::span<const std::size_t> set, SetChunks& out) const
{
    const std::span<LabChunk> chunks(out.data(), chunkCount(set.size()));
    mix(set, 0, chunks);
    return chunks;
}

void MixKernel::mix(std::span<const std::size_t> set, std::size_t first, std::span<LabChunk> out) const
{
    assert(!set.empty() && set.size() <= 3);
    std::array<Ratio, std::tuple_size_v<SetChunks> * chunkRatios> room;
    const std::span<Ratio> ratios(room.data(), out.size() * chunkRatios);
    ratiosFrom(set, first * chunkRatios, ratios);
    kernel::Job job;
    job.paper = m_paper.data();
    job.films.fill(&m_films[set[0] * 2 * bandCount]);
    for (std::size_t tube = 0; tube < set.size(); ++tube) {
        job.films[tube] = &m_films[set[tube] * 2 * bandCount];
        job.strengths[tube] = m_strengths[set[tube]];
    }
    for (std::size_t chunk = 0; chunk < out.size(); ++chunk) {
        for (std::size_t lane = 0; lane < chunkRatios; ++lane)
            for (std::size_t tube = 0; tube < set.size(); ++tube)
                job.parts[tube][lane] = static_cast<float>(ratios[chunk * chunkRatios + lane][tube]);
        HWY_DYNAMIC_DISPATCH(kernel::mixChunk)(job, kernel::weights(), out[chunk]);
    }
}

void deltaE00(const LabColumns& first, const LabColumns& second, std::span<float> out)
{
    HWY_DYNAMIC_DISPATCH(kernel::differences)(first, second, out.data(), out.size());
}

void cellsOf(const LabChunk& chunk, const CellGrid& grid, std::array<std::uint32_t, chunkRecipes>& cells)
{
    HWY_DYNAMIC_DISPATCH(kernel::findCells)(chunk, grid, cells.data());
}

bool isFarByLightness(std::span<const float> l, float target, float limit)
{
    constexpr float mostWeight = 1.75F;
    float least = std::numeric_limits<float>::infinity();
    for (const float value : l)
        least = std::min(least, std::abs(value - target));
    return least > mostWeight * limit;
}

const char* vectorInstructions()
{
    return HWY_DYNAMIC_DISPATCH(kernel::targetName)();
}

} // namespace iris
#endif
