#include "app/palette/sessionkeeper.h"

namespace iris {

bool SessionKeeper::isAbout(const ChoiceQuestion& question, const Learned& learned) const
{
    const Notebook& notebook = question.studio->notebook;
    return m_session && m_session->handling() == notebook.handling && m_session->paints() == question.pool.paints
           && m_session->needs() == question.needs && m_sure == notebook.wishes.sure
           && (m_sure == 0 || m_learned == learned);
}

std::shared_ptr<ChoiceSession> SessionKeeper::session(const ChoiceQuestion& question, const Learned& learned)
{
    if (isAbout(question, learned))
        return m_session;
    const Notebook& notebook = question.studio->notebook;
    m_sure = notebook.wishes.sure;
    SureTest test;
    if (m_sure > 0) {
        m_learned = learned;
        test = sureTestOf(question.pool.paints, learnedOf(question.pool, learned), m_sure);
    }
    m_session =
        std::make_shared<ChoiceSession>(question.pool.paints, question.needs, notebook.handling, std::move(test));
    return m_session;
}

} // namespace iris
