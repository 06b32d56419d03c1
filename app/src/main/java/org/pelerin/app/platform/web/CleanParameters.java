package org.pelerin.app.platform.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.pelerin.core.text.CleanText;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** The door of every form: what is typed is read without what cannot be seen, and on one line but for what has several. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class CleanParameters extends OncePerRequestFilter {

    /** Fields that are written on several lines. */
    private static final Set<String> OF_LINES = Set.of(
            "action", "address", "comment", "disposition", "list", "notes", "points", "remarks", "table", "text");

    /** “scale[3]”, “row[12].name”, “options[lamp]”: fields of rows are numbered, there are not that many, and they do not lie deep. */
    private static final Pattern OF_ROWS =
            Pattern.compile("\\w+(?:\\[(?:\\d{1,3}|[A-Za-z][\\w-]{0,39})](?:\\.\\w+)?){1,3}");

    private static final int LONGEST_NAME = 200;

    /** Its fields can be read here; those of an upload are read when its limits are known. */
    private static final Pattern FORM =
            Pattern.compile("application/x-www-form-urlencoded.*", Pattern.CASE_INSENSITIVE);

    /** What is not text that somebody reads. */
    private static final Set<String> AS_THEY_ARE = Set.of("password", "present", "wanted", "repeated");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Cleaned cleaned = new Cleaned(request);
        String type = String.valueOf(request.getContentType());
        if (FORM.matcher(type).matches() || request.getQueryString() != null && !type.startsWith("multipart/")) {
            for (String name : cleaned.getParameterMap().keySet()) {
                if (name.length() > LONGEST_NAME
                        || name.indexOf('[') >= 0 && !OF_ROWS.matcher(name).matches()) {
                    response.sendError(HttpServletResponse.SC_BAD_REQUEST);
                    return;
                }
            }
        }
        chain.doFilter(cleaned, response);
    }

    private static final class Cleaned extends HttpServletRequestWrapper {

        Cleaned(HttpServletRequest request) {
            super(request);
        }

        @Override
        public String getParameter(String name) {
            return clean(name, super.getParameter(name));
        }

        @Override
        public String[] getParameterValues(String name) {
            return clean(name, super.getParameterValues(name));
        }

        @Override
        public Map<String, String[]> getParameterMap() {
            Map<String, String[]> out = new LinkedHashMap<>();
            super.getParameterMap().forEach((name, values) -> out.put(name, clean(name, values)));
            return out;
        }

        private static String[] clean(String name, String[] values) {
            if (values == null) {
                return null;
            }
            String[] out = new String[values.length];
            for (int i = 0; i < out.length; i++) {
                out[i] = clean(name, values[i]);
            }
            return out;
        }

        private static String clean(String name, String value) {
            return AS_THEY_ARE.contains(name)
                    ? value
                    : OF_LINES.contains(name) ? CleanText.lines(value) : CleanText.line(value);
        }
    }
}
