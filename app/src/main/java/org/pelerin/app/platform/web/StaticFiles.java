package org.pelerin.app.platform.web;

import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.LiteWebJarsResourceResolver;
import org.springframework.web.servlet.resource.VersionResourceResolver;

/**
 * Styles, scripts and fonts, each under its own path: under one for everything, each link of a page would be looked for among them, in
 * every archive, before it is written.
 */
@Configuration
class StaticFiles implements WebMvcConfigurer {

    private static final CacheControl AN_HOUR = CacheControl.maxAge(Duration.ofHours(1));

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        for (String folder : new String[] {"css", "js", "fonts"}) {
            registry.addResourceHandler("/" + folder + "/**")
                    .addResourceLocations("classpath:/static/" + folder + "/")
                    .setCacheControl(AN_HOUR)
                    .resourceChain(true)
                    .addResolver(new VersionResourceResolver().addContentVersionStrategy("/**"));
        }
        registry.addResourceHandler("/webjars/**")
                .addResourceLocations("classpath:/META-INF/resources/webjars/")
                .setCacheControl(AN_HOUR)
                .resourceChain(true)
                .addResolver(new LiteWebJarsResourceResolver());
        registry.addResourceHandler("/help/pictures/**")
                .addResourceLocations("classpath:/guide/pictures/")
                .setCacheControl(AN_HOUR);
        // a worker governs the pages below its own path
        registry.addResourceHandler("/favicon.svg", "/round-worker.js")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(AN_HOUR);
    }
}
