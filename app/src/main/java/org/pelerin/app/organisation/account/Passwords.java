package org.pelerin.app.organisation.account;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/** How passwords are kept, and what they must be. */
@Configuration
public class Passwords {

    /**
     * BCrypt.
     *
     * @param cost rounds as a power of two, 10 to 31: each one more doubles the time of every sign-in and signature. Tests, which sign in thousands of
     *     times, take the fewest that there are, 4.
     */
    @Bean
    PasswordEncoder passwordEncoder(@Value("${pelerin.password-cost:10}") int cost) {
        return new BCryptPasswordEncoder(cost);
    }

    @Bean
    PasswordRules passwordRules() {
        return new PasswordRules();
    }
}
