package org.pelerin.app.organisation.provider;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.oauth2.client.OAuth2AuthorizedClient;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestCustomizers;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizedClientRepository;
import org.springframework.security.web.SecurityFilterChain;

/** The two doors that the way to the provider and back goes through: code flow with PKCE, state and nonce. The provider's tokens are not kept. */
@Configuration
@EnableConfigurationProperties(ProviderSettings.class)
class ProviderDoor {

    private static final String OUT = "/oauth2/authorization";

    @Bean
    @Order(Ordered.HIGHEST_PRECEDENCE + 5)
    SecurityFilterChain provider(HttpSecurity http, LateRegistration registration, ProviderSignIn signIn)
            throws Exception {
        DefaultOAuth2AuthorizationRequestResolver requests =
                new DefaultOAuth2AuthorizationRequestResolver(registration, OUT);
        requests.setAuthorizationRequestCustomizer(OAuth2AuthorizationRequestCustomizers.withPkce());
        return http.securityMatcher(OUT + "/*", "/login/oauth2/code/*")
                .authorizeHttpRequests(a -> a.anyRequest().denyAll())
                .oauth2Login(o -> o.loginPage("/login")
                        .clientRegistrationRepository(registration)
                        .authorizedClientRepository(new Forgetting())
                        .authorizationEndpoint(e -> e.authorizationRequestResolver(requests))
                        .tokenEndpoint(t -> t.accessTokenResponseClient(ProviderCalls.tokens()))
                        .userInfoEndpoint(u -> u.oidcUserService(ProviderCalls.users()))
                        .successHandler(signIn)
                        .failureHandler(signIn))
                .build();
    }

    /** Nothing is asked of the provider in anybody's name afterwards. */
    private static final class Forgetting implements OAuth2AuthorizedClientRepository {

        @Override
        public <T extends OAuth2AuthorizedClient> T loadAuthorizedClient(
                String id, Authentication who, HttpServletRequest request) {
            return null;
        }

        @Override
        public void saveAuthorizedClient(
                OAuth2AuthorizedClient client,
                Authentication who,
                HttpServletRequest request,
                HttpServletResponse response) {
            // not kept
        }

        @Override
        public void removeAuthorizedClient(
                String id, Authentication who, HttpServletRequest request, HttpServletResponse response) {
            // none is kept
        }
    }
}
