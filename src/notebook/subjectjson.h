#pragma once

#include "notebook/jsonreader.h"
#include "notebook/subjectrecord.h"

namespace iris {

Json jsonOf(const SubjectRecord& subject);
SubjectRecord readSubject(const JsonReader& reader);

/// The pins as text, for one column of the database; of text that is none of ours no pins.
std::string textFrom(const std::vector<SubjectPin>& pins);
std::vector<SubjectPin> pinsFromText(const std::string& text);

} // namespace iris
