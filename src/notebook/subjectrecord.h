#pragma once

#include "colour/cielab.h"
#include "notebook/allowed.h"
#include "notebook/field.h"
#include "notebook/needrecord.h"
#include "palette/picturefit.h"

#include <optional>
#include <string>
#include <vector>

namespace iris {

/// How wide a picture is kept, in pixels: enough to pick from, little enough to keep a year of them.
inline constexpr int subjectWidth = 1600;
inline constexpr std::size_t mostPins = 40;     ///< of one picture
inline constexpr std::size_t mostSubjects = 40; ///< of one notebook

/// A place picked in a picture. It is a need when a need of that picture is for just its colour.
struct SubjectPin {
    double x = 0;      ///< share of the picture's width, 0 to 1
    double y = 0;      ///< share of its height
    double radius = 0; ///< of what is averaged, as a share of the width; 0 for a single pixel
    Lab colour;        ///< what was seen there, with the white as it was set

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("x", self.x,
              Field{.words = "where a place is across", .range = allowed::pinPlace, .json = InJson::Required});
        visit("y", self.y,
              Field{.words = "where a place is down", .range = allowed::pinPlace, .json = InJson::Required});
        visit("radius", self.radius,
              Field{.words = "how large a place is", .range = allowed::pinPlace, .json = InJson::Always});
        visit("colour", self.colour, Field{.words = "the colour of a place", .json = InJson::Required});
    }

    bool operator==(const SubjectPin&) const = default;
};

/// What is to be painted: a photograph or sketch, kept small, with the places that were picked in it.
struct SubjectRecord {
    SubjectId id;
    std::string name;
    std::string picture;      ///< the name of a Picture; may be empty when it was lost
    std::optional<Lab> white; ///< the colour, as it stands in the picture, of what was said to be white or grey
    std::vector<SubjectPin> pins;
    PictureFit fit = PictureFit::AsItIs; ///< how its colours become needs

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("picture", self.picture, Field{.words = "its picture", .text = TextKind::Picture});
        visit("white", self.white, Field{.words = "its white"});
        visit("pins", self.pins, Field{.words = "places", .json = InJson::Always, .most = mostPins});
        visit("fit", self.fit, Field{.words = "how its values come to paper", .since = 7});
    }

    bool operator==(const SubjectRecord&) const = default;
};

} // namespace iris
