#include "mixing/mixkernel.h"

#include "colour/observer.h"
#include "paint/paper.h"

#include <algorithm>
#include <cassert>
#include <cmath>

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
    std::array<const float*, 3> films{}; ///< K then S of each tube, times its strength
    std::array<float, 3> strengths{};
    alignas(64) std::array<std::array<float, chunkRatios>, 3> parts{}; ///< none of a tube that is not there
    const float* paper = nullptr;                                      ///< 36 bands
};

} // namespace iris::kernel

#endif

HWY_BEFORE_NAMESPACE();
namespace iris::kernel::HWY_NAMESPACE {

namespace hn = hwy::HWY_NAMESPACE;
using Tag = hn::CappedTag<float, chunkRatios>;
using V = hn::Vec<Tag>;

constexpr std::size_t washCount = recipeWashes.size();

/// What the closed form is worked out with, nearly to the last digit that single precision has.
struct Refined {
    /// 1 / d: an estimate and one Newton step. The value must be below 2^126.
    static HWY_INLINE V reciprocal(V d)
    {
        const V guess = hn::ApproximateReciprocal(d);
        return hn::Mul(guess, hn::NegMulAdd(guess, d, hn::Set(Tag(), 2.0F)));
    }

    /// Square root of a positive value: an estimate of its inverse and one Newton step. Half the time of the exact one.
    static HWY_INLINE V squareRoot(V x)
    {
        const Tag d;
        const V guess = hn::ApproximateReciprocalSqrt(x);
        const V root = hn::Mul(x, guess);
        const V correction = hn::NegMulAdd(hn::Mul(root, guess), hn::Set(d, 0.5F), hn::Set(d, 1.5F));
        return hn::Mul(root, correction);
    }

    /// 2^x for 0 <= x, held at 2^15.5, whose eighth power is still a number: a film so thick hides its backing
    /// entirely. 2^n times a polynomial on +-1/2 (interpolated in Chebyshev's points, 1e-7). Adding 1.5 * 2^23 rounds
    /// to the whole number n and leaves it in the lowest bits, ready to become the exponent.
    static HWY_INLINE V powerOfTwo(V x)
    {
        const Tag d;
        const hn::RebindToSigned<Tag> di;
        const V rounding = hn::Set(d, 12582912.0F);
        const V held = hn::Min(x, hn::Set(d, 15.5F));
        const V shifted = hn::Add(held, rounding);
        const V r = hn::Sub(held, hn::Sub(shifted, rounding));
        V p = hn::MulAdd(r, hn::Set(d, 0.00133908634F), hn::Set(d, 0.00967603192F));
        p = hn::MulAdd(p, r, hn::Set(d, 0.0555035711F));
        p = hn::MulAdd(p, r, hn::Set(d, 0.240221075F));
        p = hn::MulAdd(p, r, hn::Set(d, 0.693147188F));
        p = hn::MulAdd(p, r, hn::Set(d, 1.0F));
        const auto scale = hn::ShiftLeft<23>(hn::Add(hn::BitCast(di, shifted), hn::Set(di, 127)));
        return hn::Mul(p, hn::BitCast(d, scale));
    }
};

#if HWY_TARGET <= HWY_AVX3

/// The same with AVX-512's estimates as they are, which by definition are within 2^-14 of what they stand for.
struct Estimated {
    /// 1 / d; 0 of infinity.
    static HWY_INLINE V reciprocal(V d) { return hn::ApproximateReciprocal(d); }

    static HWY_INLINE V squareRoot(V x) { return hn::Mul(x, hn::ApproximateReciprocalSqrt(x)); }

    /// 2^x for 0 <= x, infinity where it is too large: 2^n times a polynomial on [0, 1), of those that are 1 at 0 the
    /// one whose greatest error is least (2.9e-6).
    static HWY_INLINE V powerOfTwo(V x)
    {
        const Tag d;
        const V r{_mm512_reduce_ps(x.raw, _MM_FROUND_TO_NEG_INF | _MM_FROUND_NO_EXC)};
        V p = hn::MulAdd(r, hn::Set(d, 0.0134266843F), hn::Set(d, 0.0522424742F));
        p = hn::MulAdd(p, r, hn::Set(d, 0.241280205F));
        p = hn::MulAdd(p, r, hn::Set(d, 0.693044845F));
        p = hn::MulAdd(p, r, hn::Set(d, 1.0F));
        return V{_mm512_scalef_ps(p.raw, x.raw)};
    }
};

#else

/// Estimates of others promise too little.
using Estimated = Refined;

#endif

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

/// What is worked out of some bands of 16 mixes. One band is a chain of operations that wait for each other for some
/// 200 cycles, and a processor looks ahead no farther than over two of them; so every step is a loop of its own over a
/// few bands, as few as stay in the nearest cache.
struct alignas(64) Bands {
    using Row = std::array<float, chunkRatios>;
    static constexpr std::size_t atATime = 4;
    static_assert(bandCount % atATime == 0);

    std::array<Row, atATime> s, k, twoB, aPlusB;
    std::array<Row, atATime> v;
    std::array<Row, atATime> reachX, reachY, reachZ;           ///< from the endless film to the paper, weighted
    std::array<Row, atATime> thinnest, secondThinnest;         ///< exp(2 B x) at the two thinnest washes
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
        const V sum =
            hn::MulAdd(shares.two, hn::Set(d, job.films[1][at]), hn::Mul(shares.one, hn::Set(d, job.films[0][at])));
        return hn::MulAdd(shares.three, hn::Set(d, job.films[2][at]), sum);
    };
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        hn::Store(mixed(first + i), d, &bands.k[i][lane]);
        hn::Store(mixed(bandCount + first + i), d, &bands.s[i][lane]);
    }
}

template <typename Maths> HWY_INLINE void findRoots(std::size_t lane, Bands& bands)
{
    const Tag d;
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V k = hn::Load(d, &bands.k[i][lane]);
        const V s = hn::Load(d, &bands.s[i][lane]);
        const V a = hn::Add(k, s);
        const V b = Maths::squareRoot(hn::Mul(k, hn::Add(a, s)));
        hn::Store(hn::Add(b, b), d, &bands.twoB[i][lane]);
        hn::Store(hn::Add(a, b), d, &bands.aPlusB[i][lane]);
    }
}

template <typename Maths>
HWY_INLINE void findEnds(const float* paper, const Weights& weights, std::size_t first, std::size_t lane, Bands& bands,
                         Totals& totals)
{
    const Tag d;
    Sums sum = load(totals.endless, lane);
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V rg = hn::Set(d, paper[first + i]);
        const V s = hn::Load(d, &bands.s[i][lane]);
        const V aPlusB = hn::Load(d, &bands.aPlusB[i][lane]);
        const V other = hn::NegMulAdd(rg, s, aPlusB);
        const V endless = hn::Mul(s, Maths::reciprocal(aPlusB));
        const V onePlusV = hn::Mul(hn::Load(d, &bands.twoB[i][lane]), Maths::reciprocal(other));
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

template <typename Maths> HWY_INLINE void findExponentials(std::size_t lane, Bands& bands)
{
    const Tag d;
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V twoB = hn::Load(d, &bands.twoB[i][lane]);
        const auto at = [&](double x) {
            constexpr double log2e = 1.4426950408889634;
            return Maths::powerOfTwo(hn::Mul(twoB, hn::Set(d, static_cast<float>(x * log2e))));
        };
        hn::Store(at(recipeWashes[washCount - 1]), d, &bands.thinnest[i][lane]);
        hn::Store(at(recipeWashes[washCount - 2]), d, &bands.secondThinnest[i][lane]);
    }
}

/// The quotients of five washes from `wash` on down, each twice as thick as the one before, so that each exponential is
/// the last one squared. The thickest is held before it is squared, where it hides its backing anyway.
template <typename Maths>
HWY_INLINE void divide(V exponential, V v, std::size_t wash, std::size_t lane,
                       std::array<Bands::Row, washCount>& quotients)
{
    const Tag d;
    const V e2 = hn::Mul(exponential, exponential);
    const V e4 = hn::Mul(e2, e2);
    const V e8 = hn::Min(hn::Mul(e4, e4), hn::Set(d, 2.3e18F)); // 2^61
    hn::Store(Maths::reciprocal(hn::Add(exponential, v)), d, &quotients[wash][lane]);
    hn::Store(Maths::reciprocal(hn::Add(e2, v)), d, &quotients[wash - 2][lane]);
    hn::Store(Maths::reciprocal(hn::Add(e4, v)), d, &quotients[wash - 4][lane]);
    hn::Store(Maths::reciprocal(hn::Add(e8, v)), d, &quotients[wash - 6][lane]);
    hn::Store(Maths::reciprocal(hn::MulAdd(e8, e8, v)), d, &quotients[wash - 8][lane]);
}

template <typename Maths> HWY_INLINE void findQuotients(std::size_t lane, Bands& bands)
{
    const Tag d;
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const V v = hn::Load(d, &bands.v[i][lane]);
        divide<Maths>(hn::Load(d, &bands.thinnest[i][lane]), v, washCount - 1, lane, bands.quotients[i]);
        divide<Maths>(hn::Load(d, &bands.secondThinnest[i][lane]), v, washCount - 2, lane, bands.quotients[i]);
    }
}

/// Adds what the paper adds, five washes at a time: fifteen sums stay in registers.
HWY_INLINE void sumWashes(const Bands& bands, std::size_t wash, std::size_t lane, Totals& totals)
{
    const Tag d;
    Sums one = load(totals.washes[wash], lane);
    Sums two = load(totals.washes[wash + 1], lane);
    Sums three = load(totals.washes[wash + 2], lane);
    Sums four = load(totals.washes[wash + 3], lane);
    Sums five = load(totals.washes[wash + 4], lane);
    for (std::size_t i = 0; i < Bands::atATime; ++i) {
        const Sums reach{hn::Load(d, &bands.reachX[i][lane]), hn::Load(d, &bands.reachY[i][lane]),
                         hn::Load(d, &bands.reachZ[i][lane])};
        add(one, hn::Load(d, &bands.quotients[i][wash][lane]), reach);
        add(two, hn::Load(d, &bands.quotients[i][wash + 1][lane]), reach);
        add(three, hn::Load(d, &bands.quotients[i][wash + 2][lane]), reach);
        add(four, hn::Load(d, &bands.quotients[i][wash + 3][lane]), reach);
        add(five, hn::Load(d, &bands.quotients[i][wash + 4][lane]), reach);
    }
    store(one, totals.washes[wash], lane);
    store(two, totals.washes[wash + 1], lane);
    store(three, totals.washes[wash + 2], lane);
    store(four, totals.washes[wash + 3], lane);
    store(five, totals.washes[wash + 4], lane);
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

/// @param fillerAt for a lane what fills in K and S of the bands from one on
template <typename Maths, typename FillerAt>
HWY_INLINE void colourLanes(const FillerAt& fillerAt, const float* paper, const Weights& weights, LabChunk& out)
{
    const Tag d;
    Bands bands;
    Totals totals;
    for (std::size_t lane = 0; lane < chunkRatios; lane += hn::Lanes(d)) {
        const auto fill = fillerAt(lane);
        for (std::size_t first = 0; first < bandCount; first += Bands::atATime) {
            fill(first, bands);
            findRoots<Maths>(lane, bands);
            findEnds<Maths>(paper, weights, first, lane, bands, totals);
            findExponentials<Maths>(lane, bands);
            findQuotients<Maths>(lane, bands);
            sumWashes(bands, 0, lane, totals);
            sumWashes(bands, 5, lane, totals);
        }
        const Sums endless = load(totals.endless, lane);
        for (std::size_t wash = 0; wash < washCount; ++wash) {
            const Sums sums = load(totals.washes[wash], lane);
            storeLab({hn::Add(sums.x, endless.x), hn::Add(sums.y, endless.y), hn::Add(sums.z, endless.z)},
                     weights.surface, wash * chunkRatios + lane, out);
        }
    }
}

template <typename Maths> HWY_INLINE void mixLanes(const Job& job, const Weights& weights, LabChunk& out)
{
    const auto mixing = [&](std::size_t lane) {
        const Shares shares = sharesOf(job, lane);
        return [&job, shares, lane](std::size_t first, Bands& bands) { mixFilms(job, shares, first, lane, bands); };
    };
    colourLanes<Maths>(mixing, job.paper, weights, out);
}

void mixChunk(const Job& job, const Weights& weights, LabChunk& out)
{
    mixLanes<Refined>(job, weights, out);
}

void estimateChunk(const Job& job, const Weights& weights, LabChunk& out)
{
    mixLanes<Estimated>(job, weights, out);
}

void washChunk(const FilmLanes& films, const float* paper, const Weights& weights, LabChunk& out)
{
    const Tag d;
    const auto loading = [&](std::size_t lane) {
        return [&films, d, lane](std::size_t first, Bands& bands) {
            for (std::size_t i = 0; i < Bands::atATime; ++i) {
                hn::Store(hn::Load(d, &films.absorption[first + i][lane]), d, &bands.k[i][lane]);
                hn::Store(hn::Load(d, &films.scattering[first + i][lane]), d, &bands.s[i][lane]);
            }
        };
    };
    colourLanes<Refined>(loading, paper, weights, out);
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
HWY_EXPORT(estimateChunk);
HWY_EXPORT(washChunk);
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

namespace {

/// The square root in the kernel goes through its inverse and wants a value above 0.
constexpr double leastAbsorption = 1e-7;

/// Puts the full wash in the places of those that are laid twice.
void repeatFullWash(LabChunk& chunk)
{
    for (auto* values : {&chunk.l, &chunk.a, &chunk.b})
        for (std::size_t place = 0; place < fullWashPlace * chunkRatios; ++place)
            (*values)[place] = (*values)[fullWashPlace * chunkRatios + place % chunkRatios];
}

} // namespace

MixKernel::MixKernel(std::span<const Paint> paints, Handling handling) : m_handling(handling)
{
    std::ranges::transform(handling.paper.reflectance(), m_paper.begin(),
                           [](double r) { return static_cast<float>(r); });
    m_films.reserve(paints.size() * 2 * bandCount);
    for (const Paint& paint : paints) {
        m_strengths.push_back(static_cast<float>(paint.strength));
        m_logStrengths.push_back(std::log(paint.strength));
        for (const double k : paint.film.absorption)
            m_films.push_back(static_cast<float>(std::max(k, leastAbsorption) * paint.strength));
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
    fillTriedRatios({logs.data(), set.size()}, place, ratios, m_handling);
}

double MixKernel::washAt(std::size_t place) const
{
    const std::size_t wash = place / chunkRatios;
    return recipeWashes[m_handling.inOneGo ? std::max(wash, fullWashPlace) : wash];
}

Recipe MixKernel::recipeAt(std::span<const std::size_t> set, std::size_t chunk, std::size_t place) const
{
    std::array<Ratio, 1> ratio;
    ratiosFrom(set, chunk * chunkRatios + place % chunkRatios, ratio);
    Recipe recipe{{}, washAt(place), m_handling};
    for (std::size_t tube = 0; tube < set.size(); ++tube)
        recipe.parts.push_back({set[tube], ratio[0][tube]});
    return recipe;
}

void MixKernel::mix(std::span<const std::size_t> set, std::size_t chunk, LabChunk& out) const
{
    make(HWY_DYNAMIC_DISPATCH(kernel::mixChunk), set, chunk, std::span(&out, 1));
}

std::span<const LabChunk> MixKernel::mix(std::span<const std::size_t> set, SetChunks& out) const
{
    const std::span<LabChunk> chunks(out.data(), chunkCount(set.size()));
    make(HWY_DYNAMIC_DISPATCH(kernel::mixChunk), set, 0, chunks);
    return chunks;
}

std::span<const LabChunk> MixKernel::estimate(std::span<const std::size_t> set, SetChunks& out) const
{
    const std::span<LabChunk> chunks(out.data(), chunkCount(set.size()));
    make(HWY_DYNAMIC_DISPATCH(kernel::estimateChunk), set, 0, chunks);
    return chunks;
}

void MixKernel::make(Maker maker, std::span<const std::size_t> set, std::size_t first, std::span<LabChunk> out) const
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
        maker(job, kernel::weights(), out[chunk]);
        if (m_handling.inOneGo)
            repeatFullWash(out[chunk]);
    }
}

void FilmLanes::set(std::size_t lane, const Film& film, double thickness)
{
    for (std::size_t band = 0; band < bandCount; ++band) {
        absorption[band][lane] = static_cast<float>(std::max(film.absorption[band], leastAbsorption) * thickness);
        scattering[band][lane] = static_cast<float>(film.scattering[band] * thickness);
    }
}

void washesOf(const FilmLanes& films, const Spectrum& paper, LabChunk& out)
{
    std::array<float, bandCount> backing;
    std::ranges::transform(paper, backing.begin(), [](double r) { return static_cast<float>(r); });
    HWY_DYNAMIC_DISPATCH(kernel::washChunk)(films, backing.data(), kernel::weights(), out);
}

const char* vectorInstructions()
{
    return HWY_DYNAMIC_DISPATCH(kernel::targetName)();
}

} // namespace iris
#endif
