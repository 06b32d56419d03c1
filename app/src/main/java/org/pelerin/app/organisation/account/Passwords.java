package org.pelerin.app.organisation.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/** How passwords are kept, and what they must be. */
@Configuration
public class Passwords {

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder(10);
    }

    @Bean
    PasswordRules passwordRules() {
        return new PasswordRules();
    }
}
