#include "app/palette/sessionkeeper.h"

namespace iris {

bool SessionKeeper::isAbout(const TubePool& pool, const std::vector<Need>& needs, int sure,
                            const Learned& learned) const
{
    return m_session && m_session->countsAsNow() && m_session->paints() == pool.paints && m_session->needs() == needs
           && m_sure == sure && (sure == 0 || m_learned == learned);
}

std::shared_ptr<ChoiceSession> SessionKeeper::session(const TubePool& pool, const std::vector<Need>& needs, int sure,
                                                      const Learned& learned)
{
    if (isAbout(pool, needs, sure, learned))
        return m_session;
    SureTest test;
    if (sure > 0) {
        m_learned = learned;
        test = sureTestOf(pool.paints, learnedOf(pool, learned), sure);
    }
    m_sure = sure;
    m_session = std::make_shared<ChoiceSession>(pool.paints, needs, std::move(test));
    return m_session;
}

} // namespace iris
