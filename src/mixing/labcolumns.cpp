#include "mixing/labcolumns.h"

#include <algorithm>
#include <cmath>
#include <limits>

// Highway compiles this file once for each instruction set it knows and picks one at run time.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "mixing/labcolumns.cpp"
#include <hwy/foreach_target.h>

#include <hwy/contrib/math/math-inl.h>
#include <hwy/highway.h>

HWY_BEFORE_NAMESPACE();
namespace iris::columns::HWY_NAMESPACE {

namespace hn = hwy::HWY_NAMESPACE;
using Tag = hn::CappedTag<float, chunkRatios>;
using V = hn::Vec<Tag>;

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

/// S_L of CIEDE2000.
HWY_INLINE V lightnessWeight(V l1, V l2)
{
    const Tag d;
    const V l = hn::MulSub(hn::Set(d, 0.5F), hn::Add(l1, l2), hn::Set(d, 50.0F));
    const V ll = hn::Mul(l, l);
    return hn::MulAdd(hn::Set(d, 0.015F), hn::Div(ll, hn::Sqrt(hn::Add(ll, hn::Set(d, 20.0F)))), hn::Set(d, 1.0F));
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

    const V lTerm = hn::Div(hn::Sub(l2, l1), lightnessWeight(l1, l2));
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

ChunkTarget::Nearest findNearest(const LabChunk& chunk, float l, float a, float b, float limit)
{
    const Tag d;
    const V targetL = hn::Set(d, l);
    ChunkTarget::Nearest nearest;
    for (std::size_t i = 0; i < chunkRecipes; i += hn::Lanes(d)) {
        const V own = hn::Load(d, &chunk.l[i]);
        // The terms of chroma and hue together never take away.
        const V reach = hn::Mul(hn::Set(d, limit), lightnessWeight(own, targetL));
        if (hn::AllFalse(d, hn::Lt(hn::Abs(hn::Sub(own, targetL)), reach)))
            continue;
        const V apart =
            difference(own, hn::Load(d, &chunk.a[i]), hn::Load(d, &chunk.b[i]), targetL, hn::Set(d, a), hn::Set(d, b));
        const V least = hn::MinOfLanes(d, apart);
        if (hn::GetLane(least) < limit) {
            limit = hn::GetLane(least);
            nearest = {limit, i + static_cast<std::size_t>(hn::FindFirstTrue(d, hn::Eq(apart, least)))};
        }
    }
    return nearest;
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

} // namespace iris::columns::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace iris {
namespace columns {
namespace {

HWY_EXPORT(differences);
HWY_EXPORT(findNearest);
HWY_EXPORT(findCells);

} // namespace
} // namespace columns

namespace {

/// True when every lightness is so far from a target's that CIEDE2000 is beyond a limit: it is at least the difference
/// in L* over S_L, since the terms of chroma and hue together never take away, and S_L is at most 1.75.
bool isFarByLightness(std::span<const float> l, float target, float limit)
{
    constexpr float mostWeight = 1.75F;
    float least = std::numeric_limits<float>::infinity();
    for (const float value : l)
        least = std::min(least, std::abs(value - target));
    return least > mostWeight * limit;
}

} // namespace

void deltaE00(const LabColumns& first, const LabColumns& second, std::span<float> out)
{
    HWY_DYNAMIC_DISPATCH(columns::differences)(first, second, out.data(), out.size());
}

void cellsOf(const LabChunk& chunk, const CellGrid& grid, std::array<std::uint32_t, chunkRecipes>& cells)
{
    HWY_DYNAMIC_DISPATCH(columns::findCells)(chunk, grid, cells.data());
}

ChunkTarget::ChunkTarget(const Lab& target)
{
    m_repeated.l.fill(static_cast<float>(target.l));
    m_repeated.a.fill(static_cast<float>(target.a));
    m_repeated.b.fill(static_cast<float>(target.b));
}

ChunkTarget::Nearest ChunkTarget::nearest(const LabChunk& chunk, float limit) const
{
    return HWY_DYNAMIC_DISPATCH(columns::findNearest)(chunk, m_repeated.l[0], m_repeated.a[0], m_repeated.b[0], limit);
}

void ChunkTarget::measure(const LabChunk& chunk, float limit, std::array<float, chunkRecipes>& apart,
                          std::size_t washes) const
{
    for (std::size_t first = 0; first < washes * chunkRatios; first += chunkRatios) {
        const auto atWash = [first](auto& values) { return std::span(values).subspan(first, chunkRatios); };
        if (isFarByLightness(atWash(chunk.l), m_repeated.l[0], limit))
            std::ranges::fill(atWash(apart), std::numeric_limits<float>::infinity());
        else
            deltaE00({atWash(chunk.l), atWash(chunk.a), atWash(chunk.b)},
                     {atWash(m_repeated.l), atWash(m_repeated.a), atWash(m_repeated.b)}, atWash(apart));
    }
}

} // namespace iris
#endif
