package org.pelerin.app.report.api;

import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import jakarta.servlet.Filter;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Locale;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.filter.ShallowEtagHeaderFilter;

/** How the interface describes itself, and tags for answers that are not sent twice. */
@Configuration
class ApiDocs {

    private static final String BEARER = "token";

    @Bean
    OpenAPI description() {
        return new OpenAPI()
                .info(new Info()
                        .title("Pelerin")
                        .version("1")
                        .description(
                                "What people see, for programs. Instants are ISO 8601 in UTC, values in the units recorded."
                                        + " Problems are told by RFC 9457. A token is good for 600 requests a minute."))
                // wherever it is reached
                .servers(List.of(new Server().url("/")))
                .components(new Components()
                        .addSecuritySchemes(
                                BEARER,
                                new SecurityScheme()
                                        .type(SecurityScheme.Type.HTTP)
                                        .scheme("bearer")))
                .addSecurityItem(new SecurityRequirement().addList(BEARER));
    }

    /** Each method by a name of its own, from its class and its own name, which does not change with what else there is. */
    @Bean
    OperationCustomizer names() {
        return (operation, method) -> {
            String of = method.getBeanType().getSimpleName().replace("Api", "");
            String name = method.getMethod().getName();
            return operation.operationId(of.substring(0, 1).toLowerCase(Locale.ROOT)
                    + of.substring(1)
                    + name.substring(0, 1).toUpperCase(Locale.ROOT)
                    + name.substring(1));
        };
    }

    /** Lists and single things; what is streamed is too long to be held for it. */
    @Bean
    FilterRegistrationBean<Filter> tags() {
        FilterRegistrationBean<Filter> out = new FilterRegistrationBean<>(new ShallowEtagHeaderFilter() {
            @Override
            protected boolean shouldNotFilter(HttpServletRequest request) {
                String path = request.getRequestURI();
                return !request.getMethod().equals("GET")
                        || path.endsWith(".csv")
                        || path.endsWith(".json")
                        || path.endsWith(".pdf");
            }
        });
        out.addUrlPatterns("/api/v1/*");
        return out;
    }
}
