package org.pelerin.core.plan;

import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;

/** The settings of the whole logger in words, those that are as the model presets them too. */
public final class OptionText {

    /**
     * One setting.
     *
     * @param preset whether it is as the model presets it
     */
    public record Line(String label, String value, boolean preset) {}

    private OptionText() {}

    /** All that the model has, in its order. */
    public static List<Line> lines(LoggerModel model, Plan plan) {
        return model.options().stream()
                .map(o -> new Line(
                        o.label(), words(o, plan.option(o)), plan.option(o).equals(o.preset())))
                .toList();
    }

    /** The value of a setting as people say it. */
    static String words(OptionModel option, String value) {
        return option.choice(value)
                .map(OptionModel.Choice::label)
                .orElse(value + (option.unit().isEmpty() ? "" : "\u00a0" + option.unit()));
    }
}
