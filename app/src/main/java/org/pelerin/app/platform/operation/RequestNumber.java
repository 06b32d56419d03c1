package org.pelerin.app.platform.operation;

import jakarta.servlet.ServletRequest;
import jakarta.servlet.ServletRequestEvent;
import jakarta.servlet.ServletRequestListener;
import jakarta.servlet.http.HttpServletRequest;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Pattern;
import org.slf4j.MDC;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * The number of a request: in each line that is logged for it, in its answer ({@code X-Request-Id}) and on the page that tells of an error, so that who has
 * the page finds the lines. A proxy in front may have given it one.
 */
@Configuration
public class RequestNumber {

    public static final String HEADER = "X-Request-Id";
    private static final String ATTRIBUTE = RequestNumber.class.getName();
    private static final String IN_LOG = "request";
    private static final Pattern OF_OTHERS = Pattern.compile("[A-Za-z0-9-]{8,64}");

    /** Empty where there is none. */
    public static String of(ServletRequest request) {
        Object number = request.getAttribute(ATTRIBUTE);
        return number == null ? "" : number.toString();
    }

    /** A listener, as what the container itself logs of a failed request comes after all filters. */
    @Bean
    ServletRequestListener requestNumbers() {
        return new ServletRequestListener() {
            @Override
            public void requestInitialized(ServletRequestEvent e) {
                String sent = e.getServletRequest() instanceof HttpServletRequest r ? r.getHeader(HEADER) : null;
                String number = sent != null && OF_OTHERS.matcher(sent).matches() ? sent : fresh();
                e.getServletRequest().setAttribute(ATTRIBUTE, number);
                MDC.put(IN_LOG, number);
            }

            @Override
            public void requestDestroyed(ServletRequestEvent e) {
                MDC.remove(IN_LOG);
            }
        };
    }

    private static String fresh() {
        return "%012x".formatted(ThreadLocalRandom.current().nextLong() & 0xffff_ffff_ffffL);
    }
}
