package org.pelerin.app.platform.web;

import org.springframework.web.bind.WebDataBinder;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.InitBinder;

/** Binds {@link Form}s by their fields. */
@ControllerAdvice
class FormBinding {

    private static final int MOST_ROWS = 64;

    @InitBinder
    void fields(WebDataBinder binder) {
        Class<?> type =
                binder.getTargetType() == null ? null : binder.getTargetType().resolve();
        if (type != null && Form.class.isAssignableFrom(type)) {
            binder.setAutoGrowCollectionLimit(MOST_ROWS);
            binder.initDirectFieldAccess();
            // what is not sent stays as the form has it: nobody empties a field by naming it otherwise
            binder.setFieldMarkerPrefix(null);
            binder.setFieldDefaultPrefix(null);
        }
    }
}
