package org.pelerin.app.platform.web;

import jakarta.servlet.http.HttpServletResponse;
import org.springframework.ui.Model;

/** Parts of pages that ask again and again are sent only where they have changed. */
public final class Newest {

    private Newest() {}

    /**
     * @param has version that the browser has; that of the model is its attribute {@code version}
     * @return the view, or null and the answer 204 where the browser has the newest
     */
    public static String view(String view, String has, Model model, HttpServletResponse response) {
        if (has.equals(model.getAttribute("version"))) {
            response.setStatus(HttpServletResponse.SC_NO_CONTENT);
            return null;
        }
        return view;
    }
}
