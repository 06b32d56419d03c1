package org.pelerin.app.platform.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import org.pelerin.app.platform.language.Texts;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets so many requests with a body be read at once, and so many of them from one source: the others are refused before anything of them
 * is read. Whoever sends them by halves keeps his own from being read, and nobody from opening a page.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class BodiesAtOnce extends OncePerRequestFilter {

    static final int AT_ONCE = 100;
    static final int OF_ONE_SOURCE = 40;

    private static final int TOO_MANY = 429;

    private final Semaphore all = new Semaphore(AT_ONCE);
    private final Map<String, AtomicInteger> bySource = new ConcurrentHashMap<>();

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() <= 0 && request.getHeader("Transfer-Encoding") == null) {
            chain.doFilter(request, response);
            return;
        }
        String source = request.getRemoteAddr();
        AtomicInteger own = bySource.compute(source, (s, n) -> {
            AtomicInteger count = n == null ? new AtomicInteger() : n;
            count.incrementAndGet();
            return count;
        });
        boolean taken = false;
        try {
            taken = own.get() <= OF_ONE_SOURCE && all.tryAcquire();
            if (taken) {
                chain.doFilter(request, response);
            } else {
                response.setStatus(TOO_MANY);
                response.setHeader("Retry-After", "5");
                response.setHeader("Connection", "close");
                response.setContentType("text/plain;charset=UTF-8");
                response.getWriter().write(Texts.of("platform.web.bodiesAtOnce.tooManyRequestsAtOnce"));
            }
        } finally {
            if (taken) {
                all.release();
            }
            bySource.compute(source, (s, n) -> own.decrementAndGet() == 0 ? null : own);
        }
    }
}
