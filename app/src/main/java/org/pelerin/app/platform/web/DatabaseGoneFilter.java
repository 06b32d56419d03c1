package org.pelerin.app.platform.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Stands before everything, the session's store included: when the database is gone it answers 503 with a page that needs
 * none and looks again by itself, and 507 with another when it is full. The pool connects anew as soon as the database is back.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DatabaseGoneFilter extends OncePerRequestFilter {

    private static final int INSUFFICIENT_STORAGE = 507;
    /** The server's numbers for a full table or tablespace and for a full disk. */
    private static final Set<Integer> NO_ROOM = Set.of(1114, 1021);

    private final String gone = page("/templates/database-gone.html");
    private final String full = page("/templates/database-full.html");

    DatabaseGoneFilter() throws IOException {}

    private static String page(String resource) throws IOException {
        try (InputStream in = DatabaseGoneFilter.class.getResourceAsStream(resource)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (IOException | ServletException | RuntimeException e) {
            boolean noRoom = noRoom(e);
            if (response.isCommitted() || !noRoom && !databaseGone(e)) {
                throw e;
            }
            logger.warn((noRoom ? "The database is full: " : "The database is gone: ") + e.getMessage());
            response.reset();
            response.setStatus(noRoom ? INSUFFICIENT_STORAGE : HttpServletResponse.SC_SERVICE_UNAVAILABLE);
            response.setHeader("Retry-After", "5");
            response.setHeader(
                    "Content-Security-Policy",
                    "default-src 'none'; style-src 'self'; font-src 'self'; frame-ancestors 'none'");
            response.setContentType("text/html;charset=UTF-8");
            response.getWriter().write(noRoom ? full : gone);
        }
    }

    static boolean noRoom(Throwable thrown) {
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof SQLException s && NO_ROOM.contains(s.getErrorCode())) {
                return true;
            }
        }
        return false;
    }

    static boolean databaseGone(Throwable thrown) {
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof CannotCreateTransactionException
                    || t instanceof DataAccessResourceFailureException
                    || t instanceof TransientDataAccessResourceException
                    // SQLSTATE class 08: connection exceptions
                    || t instanceof SQLException s
                            && s.getSQLState() != null
                            && s.getSQLState().startsWith("08")) {
                return true;
            }
        }
        return false;
    }
}
