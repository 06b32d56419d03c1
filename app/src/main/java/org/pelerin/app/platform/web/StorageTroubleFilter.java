package org.pelerin.app.platform.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.app.platform.language.Texts;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Stands before everything, the session's store included: where nothing can be stored ({@link StorageTrouble}) it answers with a page that needs
 * neither, and, where somebody only looked, looks again by itself. The pool connects anew as soon as the database is back.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class StorageTroubleFilter extends OncePerRequestFilter {

    private static final Pattern TEXT = Pattern.compile(" th:text=\"#\\{([\\w.]+)}\">");

    private static final Pattern AGAIN = Pattern.compile("<meta http-equiv=\"refresh\"\\s+content=\"\\d+\">");

    private final Map<StorageTrouble, String> pages = new EnumMap<>(Map.of(
            StorageTrouble.DATABASE_GONE, page("/templates/database-gone.html"),
            StorageTrouble.DATABASE_GONE_AT_COMMIT, page("/templates/database-unsure.html"),
            StorageTrouble.DATABASE_FULL, page("/templates/database-full.html"),
            StorageTrouble.DISK, page("/templates/disk.html")));

    /** In answer to what was to be changed. */
    private final String unchanged = page("/templates/database-gone-unchanged.html");

    StorageTroubleFilter() throws IOException {}

    /** In the language of whoever asked; no template engine, which may be what failed. */
    private static String in(Locale language, String page) {
        return TEXT.matcher(page.replace("#{language}", language.getLanguage()))
                .replaceAll(m -> Matcher.quoteReplacement(">" + Texts.all().say(m.group(1), language)));
    }

    private static String page(String resource) throws IOException {
        try (InputStream in = StorageTroubleFilter.class.getResourceAsStream(resource)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (IOException | ServletException | RuntimeException e) {
            StorageTrouble trouble = StorageTrouble.of(e)
                    .map(t -> t.inAnswerTo(request.getMethod()))
                    .orElse(null);
            if (response.isCommitted() || trouble == null) {
                throw e;
            }
            logger.warn(trouble.title() + ": " + e.getMessage());
            response.reset();
            response.setStatus(trouble.status());
            response.setHeader("Retry-After", "5");
            response.setHeader(
                    "Content-Security-Policy",
                    "default-src 'none'; style-src 'self'; font-src 'self'; frame-ancestors 'none'");
            response.setContentType("text/html;charset=UTF-8");
            response.getWriter().write(in(AskedLanguage.of(request), page(trouble, request.getMethod())));
        }
    }

    /** Only what was asked for is asked for again by itself: an address that takes forms need not be one to look at. */
    private String page(StorageTrouble trouble, String method) {
        if (method.equals("GET")) {
            return pages.get(trouble);
        }
        return trouble == StorageTrouble.DATABASE_GONE
                ? unchanged
                : AGAIN.matcher(pages.get(trouble)).replaceAll("");
    }
}
