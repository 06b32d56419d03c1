package org.pelerin.app.platform.web;

import java.beans.PropertyEditorSupport;
import java.lang.reflect.Field;
import java.util.Arrays;
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
            for (Field field : type.getFields()) {
                if (field.getType().isEnum()) {
                    binder.registerCustomEditor(field.getType(), field.getName(), new ChoiceEditor(binder, field));
                }
            }
        }
    }

    /** A choice that is sent empty was not made: the field stays as the form has it. */
    private static final class ChoiceEditor extends PropertyEditorSupport {

        private final WebDataBinder binder;
        private final Field field;

        ChoiceEditor(WebDataBinder binder, Field field) {
            this.binder = binder;
            this.field = field;
        }

        @Override
        public void setAsText(String text) {
            if (text != null && !text.isBlank()) {
                setValue(Arrays.stream(field.getType().getEnumConstants())
                        .filter(c -> ((Enum<?>) c).name().equals(text.strip()))
                        .findFirst()
                        .orElseThrow(() -> new IllegalArgumentException("“" + text + "” is no choice")));
                return;
            }
            try {
                setValue(binder.getTarget() == null ? null : field.get(binder.getTarget()));
            } catch (IllegalAccessException e) {
                throw new IllegalStateException("Fields of forms are public", e);
            }
        }

        @Override
        public String getAsText() {
            return getValue() == null ? "" : ((Enum<?>) getValue()).name();
        }
    }
}
