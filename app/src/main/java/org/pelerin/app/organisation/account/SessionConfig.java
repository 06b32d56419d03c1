package org.pelerin.app.organisation.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.session.jdbc.MySqlJdbcIndexedSessionRepositoryCustomizer;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;

@Configuration
class SessionConfig {

    /** Two requests of one browser at the same moment may note the same thing; neither fails for it. */
    @Bean
    MySqlJdbcIndexedSessionRepositoryCustomizer attributesNotedTwice() {
        return new MySqlJdbcIndexedSessionRepositoryCustomizer();
    }

    /**
     * When a session was last used is kept to the minute: a request of the same minute leaves its row as it is, which nobody has to write, to flush or, in a
     * cluster, to certify.
     */
    @Bean
    SessionRepositoryCustomizer<JdbcIndexedSessionRepository> usedToTheMinute() {
        return repository -> repository.setUpdateSessionQuery("""
                        UPDATE %TABLE_NAME%
                        SET SESSION_ID = ?, LAST_ACCESS_TIME = GREATEST(CREATION_TIME, ? DIV 60000 * 60000),
                          MAX_INACTIVE_INTERVAL = ?, EXPIRY_TIME = ? DIV 60000 * 60000, PRINCIPAL_NAME = ?
                        WHERE PRIMARY_ID = ?""");
    }

    /** Nor for a deadlock between them: sessions are kept in transactions of their own, which are done again. */
    @Bean(defaultCandidate = false)
    TransactionOperations springSessionTransactionOperations(PlatformTransactionManager manager) {
        TransactionTemplate once = new TransactionTemplate(manager);
        once.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        return new DoneAgain(once);
    }
}
