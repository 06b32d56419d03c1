package org.pelerin.app.platform.web;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import org.pelerin.app.platform.language.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Says why something was not done on the page where one can go on: that of the thing it was asked of, which is the first two parts of the
 * address, or another that it names. */
@ControllerAdvice
class NotDone {

    private static final Logger LOG = LoggerFactory.getLogger(NotDone.class);

    @ExceptionHandler(NotDoneException.class)
    String notDone(NotDoneException e, HttpServletRequest request, RedirectAttributes flash) {
        flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        return "redirect:" + (e.wayOn() == null ? thing(request.getRequestURI()) : e.wayOn());
    }

    /** Others were saving what it is about, each time that it was tried; what was typed stands in its form again. */
    @ExceptionHandler(PessimisticLockingFailureException.class)
    String overtaken(PessimisticLockingFailureException e, HttpServletRequest request, RedirectAttributes flash) {
        if (!request.getMethod().equals("POST")) {
            throw e;
        }
        LOG.warn(
                "Overtaken at {}: {}",
                thing(request.getRequestURI()),
                e.getMostSpecificCause().getMessage());
        flash.addFlashAttribute("refused", Texts.of("platform.web.notDone.somebodyElseWasSavingAt"));
        return "redirect:" + form(request);
    }

    /** The page that a form was sent from, where the browser says so; else that of the thing it is about. */
    static String form(HttpServletRequest request) {
        try {
            URI from = URI.create(String.valueOf(request.getHeader("Referer")));
            if (request.getServerName().equalsIgnoreCase(from.getHost())
                    && from.getRawPath() != null
                    && from.getRawPath().matches("/(?!/).*|/")) {
                return from.getRawPath() + (from.getRawQuery() == null ? "" : "?" + from.getRawQuery());
            }
        } catch (IllegalArgumentException e) {
            LOG.debug("No address: {}", e.getMessage());
        }
        return thing(request.getRequestURI());
    }

    static String thing(String path) {
        int room = path.indexOf('/', 1);
        int end = room < 0 ? -1 : path.indexOf('/', room + 1);
        return end < 0 ? path : path.substring(0, end);
    }
}
