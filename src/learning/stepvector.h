#pragma once

#include "learning/mixslope.h"

#include <Eigen/Core>

namespace iris {

/// A step as a vector to reckon with.
inline Eigen::Vector3d vectorOf(const LabStep& step)
{
    return {step[0], step[1], step[2]};
}

} // namespace iris
