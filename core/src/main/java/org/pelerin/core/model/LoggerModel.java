package org.pelerin.core.model;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * A type of logger: its limits and the figures its forecasts need. All models are entries of one catalogue, see {@link
 * ModelCatalogue}.
 *
 * @param id stable short key, as {@code alder-t1}; loggers send it when they identify themselves
 * @param name as people say it
 * @param about one sentence on what it is for
 * @param channels its channels, in order
 * @param interval at which it can record
 * @param memory for its records
 * @param nameLength longest name it can hold, in characters
 * @param starts ways to begin
 * @param stops ways to end
 * @param alarmLevels alarm levels per channel and side
 * @param scans whether it can scan faster than it records, keeping mean, least and greatest
 * @param power what it lives on
 * @param options settings of the whole logger
 * @param firmware what its versions can do
 * @param ratedDepth how deep it may hang, in m of water; 0 for a logger that stays dry
 * @param network whether it is a station with an address of its own
 */
public record LoggerModel(
        String id,
        String name,
        String about,
        List<ChannelModel> channels,
        Intervals interval,
        Memory memory,
        int nameLength,
        Set<StartKind> starts,
        Set<StopKind> stops,
        int alarmLevels,
        boolean scans,
        Power power,
        List<OptionModel> options,
        FirmwareModel firmware,
        double ratedDepth,
        boolean network) {

    public LoggerModel {
        channels = List.copyOf(channels);
        starts = Set.copyOf(starts);
        stops = Set.copyOf(stops);
        options = List.copyOf(options);
    }

    /** In the language that is spoken just now. */
    @Override
    public String about() {
        return CatalogueText.of(about);
    }

    /** Records that fit when each has so many values; 0 for none. */
    public long recordsThatFit(int valuesPerRecord) {
        return memory.records(valuesPerRecord);
    }

    /** The same with another memory. */
    public LoggerModel withMemory(Memory other) {
        return new LoggerModel(
                id,
                name,
                about,
                channels,
                interval,
                other,
                nameLength,
                starts,
                stops,
                alarmLevels,
                scans,
                power,
                options,
                firmware,
                ratedDepth,
                network);
    }

    public Optional<OptionModel> option(String key) {
        return options.stream().filter(o -> o.key().equals(key)).findFirst();
    }

    /** Whether its counts are stored in 32 bits. */
    public boolean wideCounts() {
        return channels.stream().flatMap(c -> c.inputs().stream()).anyMatch(InputModel::wide);
    }

    /** The channel that reads the temperature of the terminals, where there is one. */
    public OptionalInt referenceChannel() {
        return IntStream.range(0, channels.size())
                .filter(i -> channels.get(i).own().kind() == Input.REFERENCE)
                .findFirst();
    }

    /** Whether it measures sound levels, and so can be held against a calibrator. */
    public boolean sound() {
        return channels.stream().anyMatch(c -> c.own().unit().startsWith("dB"));
    }

    /** Whether sensors are wired to it. */
    public boolean wired() {
        return channels.stream().anyMatch(ChannelModel::choosable);
    }
}
