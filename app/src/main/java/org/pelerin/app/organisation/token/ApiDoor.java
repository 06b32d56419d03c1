package org.pelerin.app.organisation.token;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import org.pelerin.app.organisation.account.Permission;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import tools.jackson.databind.json.JsonMapper;

/** The door for programs: no sessions, no cookies, no forms; what is refused is a problem (RFC 9457). */
@Configuration
class ApiDoor {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String[] OF_TECHNICIANS = {"/api/v1/files", "/api/v1/carriers"};
    private static final String[] OF_REVIEWERS = {"/api/v1/reports"};

    @Bean
    @Order(1)
    SecurityFilterChain api(HttpSecurity http, ApiTokens tokens, RequestRate rate) throws Exception {
        http.securityMatcher("/api/v1/**")
                .csrf(c -> c.disable())
                .requestCache(c -> c.disable())
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .addFilterBefore(new TokenFilter(tokens, rate), AuthorizationFilter.class)
                .authorizeHttpRequests(a -> a.requestMatchers(HttpMethod.POST, OF_TECHNICIANS)
                        .access(Permission.OPERATE.required())
                        .requestMatchers(HttpMethod.POST, OF_REVIEWERS)
                        .access(Permission.REVIEW.required())
                        .anyRequest()
                        .access(Permission.READ.required()))
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, x) -> {
                            response.setHeader("WWW-Authenticate", "Bearer realm=\"pelerin\"");
                            problem(
                                    response,
                                    401,
                                    "No valid token",
                                    "Send a token that holds as “Authorization: Bearer …”; a person makes one under Settings › Tokens.");
                        })
                        .accessDeniedHandler((request, response, x) -> problem(
                                response,
                                403,
                                "Not allowed",
                                "The token’s role does not allow this. Nothing was done.")));
        return http.build();
    }

    static void problem(HttpServletResponse response, int status, String title, String detail) throws IOException {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("type", "about:blank");
        out.put("title", title);
        out.put("status", status);
        out.put("detail", detail);
        response.setStatus(status);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getOutputStream().write(JSON.writeValueAsBytes(out));
    }
}
