#pragma once

#include "notebook/mixrecord.h"
#include "notebook/swatchrecord.h"
#include "notebook/wellrecord.h"

namespace iris {

/// The value of an enum that a record holds, by its name in files; nothing for what is none of them.
template <typename Enum> std::optional<Enum> named(std::string_view name);
template <> inline std::optional<Container> named(std::string_view name) { return parseContainer(name); }
template <> inline std::optional<Whereabouts> named(std::string_view name) { return parseWhereabouts(name); }
template <> inline std::optional<TransparencyClass> named(std::string_view name) { return parseTransparency(name); }
template <> inline std::optional<HueFamily> named(std::string_view name) { return hueFamilyNamed(name); }
template <> inline std::optional<SwatchOrigin> named(std::string_view name) { return parseSwatchOrigin(name); }
template <> inline std::optional<MixOrigin> named(std::string_view name) { return parseMixOrigin(name); }
template <> inline std::optional<SheetFormat> named(std::string_view name) { return parseSheetFormat(name); }

} // namespace iris
