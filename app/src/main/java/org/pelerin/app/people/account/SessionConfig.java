package org.pelerin.app.people.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.jdbc.MySqlJdbcIndexedSessionRepositoryCustomizer;

@Configuration
class SessionConfig {

    /** Two requests of one browser at the same moment may note the same thing; neither fails for it. */
    @Bean
    MySqlJdbcIndexedSessionRepositoryCustomizer attributesNotedTwice() {
        return new MySqlJdbcIndexedSessionRepositoryCustomizer();
    }
}
