package org.pelerin.app.platform.operation;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Each answer bears the number of its request, a refusal too. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestNumberTold extends OncePerRequestFilter {

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader(RequestNumber.HEADER, RequestNumber.of(request));
        chain.doFilter(request, response);
    }
}
