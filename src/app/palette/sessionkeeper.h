#pragma once

#include "notebook/shownchoice.h"
#include "palette/choicesession.h"

#include <memory>

namespace iris {

/// Keeps the session that a choice was asked of for as long as further questions are about the same: what was found
/// stays.
class SessionKeeper {
public:
    /// @param learned of the notebook's tubes
    std::shared_ptr<ChoiceSession> session(const ChoiceQuestion& question, const Learned& learned);

private:
    bool isAbout(const ChoiceQuestion& question, const Learned& learned) const;

    std::shared_ptr<ChoiceSession> m_session;
    int m_sure = 0;    ///< what sure was to mean
    Learned m_learned; ///< what sure goes by, where it is asked for
};

} // namespace iris
