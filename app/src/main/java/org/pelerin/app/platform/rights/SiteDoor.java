package org.pelerin.app.platform.rights;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.springframework.core.Ordered;
import org.springframework.http.server.PathContainer;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.ServletRequestPathUtils;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/**
 * Stands before every door: what a request names, in its path or in its fields, must lie at sites of whoever sends it. Asks nothing of the
 * database where somebody has the rights at all sites.
 */
@Component
public class SiteDoor implements HandlerInterceptor, WebMvcConfigurer {

    private static final String THING = "thing";

    private record Path(PathPattern pattern, OfSites kind) {}

    /** @param pattern null for every door */
    private record Field(PathPattern pattern, String name, OfSites kind) {}

    private final List<Path> paths = new ArrayList<>();
    private final Map<String, List<Field>> fields = new HashMap<>();

    SiteDoor(List<OfSites> kinds) {
        for (OfSites kind : kinds) {
            kind.paths().forEach(p -> paths.add(new Path(PathPatternParser.defaultInstance.parse(p), kind)));
            kind.parameters().stream()
                    .map(said -> field(said, kind))
                    .forEach(f -> fields.computeIfAbsent(f.name, n -> new ArrayList<>())
                            .add(f));
        }
    }

    private static Field field(String said, OfSites kind) {
        int at = said.indexOf('?');
        return new Field(
                at < 0 ? null : PathPatternParser.defaultInstance.parse(said.substring(0, at)),
                said.substring(at + 1),
                kind);
    }

    /** Which of what a field of this name would name may be asked for: for lists that are no query. What is asked once for all is asked now. */
    public Predicate<String> held(String field) {
        OwnSites own = OwnSites.now();
        return own.all()
                ? thing -> true
                : fields.getOrDefault(field, List.of()).stream()
                        .filter(f -> f.pattern == null)
                        .map(f -> f.kind.within(own))
                        .reduce(thing -> true, Predicate::and);
    }

    /**
     * For what comes otherwise than as a field.
     *
     * @param thing null for none
     * @throws NotYourSiteException where it may not be asked for
     */
    public void require(String field, Object thing) {
        if (thing != null && !held(field).test(String.valueOf(thing))) {
            throw new NotYourSiteException(false);
        }
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).order(Ordered.HIGHEST_PRECEDENCE + 20);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (request.getUserPrincipal() != null) {
            OwnSites own = OwnSites.now();
            if (!own.all()) {
                PathContainer path =
                        ServletRequestPathUtils.getParsedRequestPath(request).pathWithinApplication();
                pathHolds(path, own);
                fieldsHold(path, request.getParameterMap(), own);
            }
        }
        return true;
    }

    /** As the path is read where the handler is looked for. */
    private void pathHolds(PathContainer path, OwnSites own) {
        for (Path p : paths) {
            PathPattern.PathMatchInfo match = p.pattern.matchAndExtract(path);
            if (match != null) {
                require(p.kind, match.getUriVariables().getOrDefault(THING, ""), own);
            }
        }
    }

    private void fieldsHold(PathContainer path, Map<String, String[]> sent, OwnSites own) {
        sent.forEach((name, values) -> {
            for (Field f : fields.getOrDefault(name, List.of())) {
                if (f.pattern == null || f.pattern.matches(path)) {
                    Arrays.stream(values)
                            .flatMap(v -> Arrays.stream(v.split(",")))
                            .map(String::strip)
                            .filter(v -> !v.isEmpty())
                            .forEach(v -> require(f.kind, v, own));
                }
            }
        });
    }

    private static void require(OfSites kind, String thing, OwnSites own) {
        OfSites.Where where = kind.of(thing);
        if (!where.within(own)) {
            throw new NotYourSiteException(where instanceof OfSites.Where.Whole);
        }
    }
}
