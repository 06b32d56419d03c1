package org.pelerin.app.platform.operation;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;

/**
 * The door for what watches: whether it lives and is ready is told to everybody, without a reason; all else to who sends the installation's
 * {@code PELERIN_METRICS_TOKEN}. No sessions: a balancer asks every second.
 */
@Configuration
class OperationDoor {

    private static final String BEARER = "Bearer ";

    @Bean
    @Order(0)
    SecurityFilterChain operation(HttpSecurity http, @Value("${pelerin.metrics-token}") String token) throws Exception {
        byte[] wanted = (BEARER + token.strip()).getBytes(StandardCharsets.UTF_8);
        http.securityMatcher("/actuator/**")
                .csrf(c -> c.disable())
                .requestCache(c -> c.disable())
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .authorizeHttpRequests(a -> a.requestMatchers(
                                "/actuator/health", "/actuator/health/liveness", "/actuator/health/readiness")
                        .permitAll()
                        .anyRequest()
                        .access((who, of) -> new AuthorizationDecision(!token.isBlank()
                                && same(wanted, of.getRequest().getHeader(HttpHeaders.AUTHORIZATION)))))
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, x) -> refused(response))
                        .accessDeniedHandler((request, response, x) -> refused(response)));
        return http.build();
    }

    private static boolean same(byte[] wanted, String sent) {
        return sent != null && MessageDigest.isEqual(wanted, sent.getBytes(StandardCharsets.UTF_8));
    }

    private static void refused(HttpServletResponse response) throws IOException {
        response.setStatus(HttpServletResponse.SC_UNAUTHORIZED);
        response.setHeader(HttpHeaders.WWW_AUTHENTICATE, "Bearer realm=\"pelerin metrics\"");
        response.setContentType("text/plain;charset=UTF-8");
        response.getWriter().write("Send the token of PELERIN_METRICS_TOKEN as “Authorization: Bearer …”.\n");
    }
}
