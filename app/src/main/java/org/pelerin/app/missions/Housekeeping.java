package org.pelerin.app.missions;

import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.ModelCatalogue;

/** What loggers of a model record along by themselves, of themselves: the battery, the reference temperature. */
public final class Housekeeping {

    private Housekeeping() {}

    /** Labels of such channels; none of a model that is not known. */
    public static Set<String> of(String model) {
        return ModelCatalogue.find(model).stream()
                .flatMap(m -> m.channels().stream())
                .filter(ChannelModel::added)
                .map(ChannelModel::label)
                .collect(Collectors.toSet());
    }
}
