package org.pelerin.app.platform.web;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Says why something was not done on the page where one can go on: that of the thing it was asked of, which is the first two parts of the
 * address, or another that it names. */
@ControllerAdvice
class NotDone {

    @ExceptionHandler(NotDoneException.class)
    String notDone(NotDoneException e, HttpServletRequest request, RedirectAttributes flash) {
        flash.addFlashAttribute("refused", e.getMessage() + ".");
        return "redirect:" + (e.wayOn() == null ? thing(request.getRequestURI()) : e.wayOn());
    }

    static String thing(String path) {
        int room = path.indexOf('/', 1);
        int end = room < 0 ? -1 : path.indexOf('/', room + 1);
        return end < 0 ? path : path.substring(0, end);
    }
}
