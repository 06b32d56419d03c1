package org.pelerin.app.shell.frame;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.validation.BindingResult;
import org.springframework.validation.FieldError;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.HandlerExceptionResolver;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.ModelAndView;

/** Notes what could not be read of a request: which field, how long, why. What was in it is nobody's business, and stays out of the log. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RefusedLog implements HandlerExceptionResolver {

    private static final Logger LOG = LoggerFactory.getLogger(RefusedLog.class);
    private static final int MOST_FIELDS = 5;

    @Override
    public ModelAndView resolveException(
            HttpServletRequest request, HttpServletResponse response, Object handler, Exception e) {
        Object door = request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
        if (e instanceof MethodArgumentTypeMismatchException m) {
            LOG.info("Refused at {}: {} of {} characters, no {}", door, m.getName(), length(m.getValue()), type(m));
        } else if (e instanceof BindingResult b) {
            b.getFieldErrors().stream().limit(MOST_FIELDS).forEach(f -> log(door, f));
        }
        return null;
    }

    private static void log(Object door, FieldError f) {
        // a form's own names have letters, digits and brackets; what else is in one is not ours
        String field = f.getField().replaceAll("[^A-Za-z0-9.\\[\\]]", "?");
        LOG.info(
                "Refused at {}: {} of {} characters, {}",
                door,
                field.length() > 60 ? field.substring(0, 60) : field,
                length(f.getRejectedValue()),
                f.getCode());
    }

    private static String type(MethodArgumentTypeMismatchException m) {
        return m.getRequiredType() == null ? "value" : m.getRequiredType().getSimpleName();
    }

    private static int length(Object value) {
        return value == null ? 0 : value.toString().length();
    }
}
