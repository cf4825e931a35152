#pragma once

#include "colour/cielab.h"
#include "notebook/needrecord.h"

#include <optional>
#include <string>
#include <vector>

namespace iris {

/// A place picked in a picture. It is a need when a need of that picture is for just its colour.
struct SubjectPin {
    double x = 0;      ///< share of the picture's width, 0 to 1
    double y = 0;      ///< share of its height
    double radius = 0; ///< of what is averaged, as a share of the width; 0 for a single pixel
    Lab colour;        ///< what was seen there, with the white as it was set

    bool operator==(const SubjectPin&) const = default;
};

/// What is to be painted: a photograph or sketch, kept small, with the places that were picked in it.
struct SubjectRecord {
    SubjectId id;
    std::string name;
    std::string picture;      ///< the name of a Picture; may be empty when it was lost
    std::optional<Lab> white; ///< the colour, as it stands in the picture, of what was said to be white or grey
    std::vector<SubjectPin> pins;

    bool operator==(const SubjectRecord&) const = default;
};

/// How wide a picture is kept, in pixels: enough to pick from, little enough to keep a year of them.
inline constexpr int subjectWidth = 1600;
inline constexpr std::size_t mostPins = 40;     ///< of one picture
inline constexpr std::size_t mostSubjects = 40; ///< of one notebook

} // namespace iris
