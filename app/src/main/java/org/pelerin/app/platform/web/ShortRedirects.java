package org.pelerin.app.platform.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** What somebody typed may stand in the address that a page leads to; one that no answer has room for loses what was asked there. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 5)
class ShortRedirects extends OncePerRequestFilter {

    private static final int LONGEST = 4000;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(request, new HttpServletResponseWrapper(response) {
            @Override
            public void sendRedirect(String location) throws IOException {
                super.sendRedirect(shortened(location));
            }
        });
    }

    static String shortened(String location) {
        if (location.length() <= LONGEST) {
            return location;
        }
        String path = location.replaceAll("[?#].*", "");
        return path.length() <= LONGEST ? path : "/";
    }
}
