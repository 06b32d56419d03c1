package org.pelerin.app.report.retention;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.missions.MissionQueries;
import org.springframework.core.Ordered;
import org.springframework.stereotype.Component;
import org.springframework.util.NumberUtils;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.ServletRequestPathUtils;

/** The pages of a mission whose record was removed: one that says so, instead of all that would draw, reckon or change it. */
@Component
class RemovedDoor implements HandlerInterceptor, WebMvcConfigurer {

    /** The record of a mission is no more. */
    static final class RemovedException extends RuntimeException {
        private static final long serialVersionUID = 1;
        private final long mission;

        RemovedException(long mission) {
            super("the record of mission " + mission + " was removed");
            this.mission = mission;
        }

        long mission() {
            return mission;
        }
    }

    private static final Pattern OF_MISSION = Pattern.compile("(/api/v1)?/missions/([^/]+)(/.*)?");
    /** What people concluded from it, and what was issued, is there still. */
    private static final Pattern STAYS = Pattern.compile("/(removed|findings|signatures|reports/newest|documentation)");

    private final MissionQueries missions;

    RemovedDoor(MissionQueries missions) {
        this.missions = missions;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this)
                .addPathPatterns("/missions/**", "/api/v1/missions/**")
                .order(Ordered.HIGHEST_PRECEDENCE + 30);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws Exception {
        Matcher path = OF_MISSION.matcher(ServletRequestPathUtils.getParsedRequestPath(request)
                .pathWithinApplication()
                .value());
        if (!path.matches()) {
            return true;
        }
        long id;
        try {
            id = NumberUtils.parseNumber(path.group(2), Long.class);
        } catch (IllegalArgumentException e) {
            return true;
        }
        String rest = path.group(3) == null ? "" : path.group(3);
        boolean program = path.group(1) != null;
        boolean reads = request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
        if (program && rest.isEmpty() || reads && STAYS.matcher(rest).matches() || !missions.removed(id)) {
            return true;
        }
        String accepted = request.getHeader("Accept");
        boolean page = accepted != null && accepted.contains("text/html") && request.getHeader("HX-Request") == null;
        if (!program && (page || reads && rest.isEmpty())) {
            response.sendRedirect("/missions/" + id + "/removed");
            return false;
        }
        throw new RemovedException(id);
    }
}
