package org.pelerin.app.platform.web;

import java.util.Map;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Pages that have a new address: the old one, in a mail or a bookmark, leads there with everything that stands behind its {@code ?}. */
@Configuration
class FormerAddresses implements WebMvcConfigurer {

    /** Old address to new; parts in braces go over into the new one. */
    static final Map<String, String> MOVED = Map.of(
            "/admin/house", "/admin/organisation",
            "/attention", "/to-do",
            "/recheck", "/re-verify",
            "/places/{id}/section", "/places/{id}/site-view",
            "/spots/{id}/carpet", "/spots/{id}/hour-map",
            "/limits/{id}/rehearsal", "/limits/{id}/past-data");

    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        MOVED.forEach((from, to) -> registry.addRedirectViewController(from, to)
                .setKeepQueryParams(true)
                .setStatusCode(HttpStatus.MOVED_PERMANENTLY));
    }
}
