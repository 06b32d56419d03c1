package org.pelerin.app.organisation.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
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

    /** Nor for a deadlock between them: sessions are kept in transactions of their own, which are done again. */
    @Bean(defaultCandidate = false)
    TransactionOperations springSessionTransactionOperations(PlatformTransactionManager manager) {
        TransactionTemplate once = new TransactionTemplate(manager);
        once.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        return new DoneAgain(once);
    }
}
