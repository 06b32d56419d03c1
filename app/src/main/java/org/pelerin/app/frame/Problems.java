package org.pelerin.app.frame;

import jakarta.servlet.http.HttpServletResponse;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;

/** What went wrong, in plain words and in our look. */
@ControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class Problems {

    private final Shell shell;

    Problems(Shell shell) {
        this.shell = shell;
    }

    @ExceptionHandler(NotThereException.class)
    String notThere(NotThereException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.NOT_FOUND,
                e.getReason(),
                "It may have been spelt differently. Search for a serial or a spot above.");
    }

    @ExceptionHandler(Dock.NotConnectedException.class)
    String notConnected(Dock.NotConnectedException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                e.getMessage() + " is not in the dock.",
                "Put it into a free port and try again; nothing was changed.");
    }

    @ExceptionHandler(CollectService.NotNowException.class)
    String notNow(CollectService.NotNowException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                e.getMessage() + ".",
                "Nothing was changed. Go back and look at the logger again.");
    }

    @ExceptionHandler(LinkException.class)
    String link(LinkException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model, response, me, HttpStatus.BAD_GATEWAY, e.getMessage() + ".", "Check the cable and try again.");
    }

    @ExceptionHandler(RefusedException.class)
    String refused(RefusedException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                "The logger refused: " + e.getMessage() + ".",
                "Nothing was changed on it.");
    }

    private String page(
            Model model,
            HttpServletResponse response,
            Authentication me,
            HttpStatus status,
            String what,
            String advice) {
        shell.frame(model, me);
        response.setStatus(status.value());
        model.addAttribute("what", what);
        model.addAttribute("advice", advice);
        return "problem";
    }
}
