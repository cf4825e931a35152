#pragma once

#include "notebook/pool.h"
#include "palette/choicesession.h"

#include <memory>

namespace iris {

/// Keeps the session that a choice was asked of for as long as further questions are about the same: what was found
/// stays.
class SessionKeeper {
public:
    /// @param sure what sure is to mean, as PaletteWishes has it
    /// @param learned of the notebook's tubes
    std::shared_ptr<ChoiceSession> session(const TubePool& pool, const std::vector<Need>& needs, int sure,
                                           const Learned& learned);

private:
    bool isAbout(const TubePool& pool, const std::vector<Need>& needs, int sure, const Learned& learned) const;

    std::shared_ptr<ChoiceSession> m_session;
    int m_sure = 0;
    Learned m_learned; ///< what sure goes by, where it is asked for
};

} // namespace iris
