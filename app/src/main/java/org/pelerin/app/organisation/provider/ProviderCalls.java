package org.pelerin.app.organisation.provider;

import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.client.SimpleClientHttpRequestFactory;
import org.springframework.http.converter.FormHttpMessageConverter;
import org.springframework.security.oauth2.client.endpoint.RestClientAuthorizationCodeTokenResponseClient;
import org.springframework.security.oauth2.client.http.OAuth2ErrorResponseErrorHandler;
import org.springframework.security.oauth2.client.oidc.authentication.OidcIdTokenValidator;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserService;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.userinfo.DefaultOAuth2UserService;
import org.springframework.security.oauth2.core.http.converter.OAuth2AccessTokenResponseHttpMessageConverter;
import org.springframework.security.oauth2.jwt.JwtDecoderFactory;
import org.springframework.security.oauth2.jwt.NimbusJwtDecoder;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestTemplate;

/** What is asked of the provider while somebody waits to be signed in: with an end, whatever it does. */
@Configuration
class ProviderCalls {

    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final Duration READ = Duration.ofSeconds(10);

    private static SimpleClientHttpRequestFactory patient() {
        SimpleClientHttpRequestFactory out = new SimpleClientHttpRequestFactory();
        out.setConnectTimeout(CONNECT);
        out.setReadTimeout(READ);
        return out;
    }

    /** Code for tokens. */
    static RestClientAuthorizationCodeTokenResponseClient tokens() {
        RestClientAuthorizationCodeTokenResponseClient out = new RestClientAuthorizationCodeTokenResponseClient();
        out.setRestClient(RestClient.builder()
                .requestFactory(patient())
                .configureMessageConverters(c -> c.addCustomConverter(new FormHttpMessageConverter())
                        .addCustomConverter(new OAuth2AccessTokenResponseHttpMessageConverter()))
                .defaultStatusHandler(new OAuth2ErrorResponseErrorHandler())
                .build());
        return out;
    }

    /** More of somebody than the token tells. */
    static OidcUserService users() {
        DefaultOAuth2UserService asked = new DefaultOAuth2UserService();
        asked.setRestOperations(new RestTemplate(patient()));
        OidcUserService out = new OidcUserService();
        out.setOauth2UserService(asked);
        return out;
    }

    /** Tokens, against the keys of the provider and what was asked for (OpenID Connect Core 1.0, 3.1.3.7). */
    @Bean
    JwtDecoderFactory<ClientRegistration> idTokens() {
        return registration -> {
            NimbusJwtDecoder out = NimbusJwtDecoder.withJwkSetUri(
                            registration.getProviderDetails().getJwkSetUri())
                    .restOperations(new RestTemplate(patient()))
                    .build();
            out.setJwtValidator(new OidcIdTokenValidator(registration));
            return out;
        };
    }
}
