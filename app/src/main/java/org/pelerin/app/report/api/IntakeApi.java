package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.derive.TooManyWindowsException;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.TooManyExcursionsException;
import org.pelerin.core.judge.ZoneMissingException;
import org.pelerin.core.plainfile.PlainFile;
import org.pelerin.core.plainfile.PlainFileException;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Files that are handed in: judged at once, or taken in. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Files handed in")
class IntakeApi {

    private static final int MOST_JUDGED = 24_000_000;
    private static final int MOST_RULES = 60;
    /** Files that are judged at once for one account, and for all together. */
    private static final int OF_ONE = 2;

    private static final int OF_ALL = 4;

    /** @param page where a person checks its layout and imports it */
    record FileOut(long id, String page) {}

    record CarrierOut(String file, Long mission, boolean refused, String message) {}

    private final FileService files;
    private final CarrierIntake carriers;
    private final Formats show;
    private final Turns turns = new Turns(OF_ONE, OF_ALL);

    IntakeApi(FileService files, CarrierIntake carriers, Formats show) {
        this.files = files;
        this.carriers = carriers;
        this.show = show;
    }

    @Operation(
            summary = "Judges a plain file by limits, and keeps nothing",
            description =
                    "“file” is a plain CSV as ./pelerin judge takes it, “limits” a document as docs/formats/limits.schema.json has it. At most 24 MB, 60 rules and 20 000 excursions; two at a time for one account.")
    @PostMapping(value = "/judge", produces = MediaType.APPLICATION_JSON_VALUE)
    @ApiResponse(responseCode = "200", content = @Content(schema = @Schema(implementation = JudgementDocument.class)))
    void judge(
            @RequestParam MultipartFile file,
            @RequestParam String limits,
            @RequestParam(defaultValue = "") String zone,
            @RequestParam(defaultValue = "") String interval,
            Principal me,
            HttpServletResponse response)
            throws IOException {
        if (file.getSize() > MOST_JUDGED) {
            throw new ApiProblems.BadRequestException("A file that is judged at once has at most 24 MB");
        }
        Path answer = Files.createTempFile("pelerin-judged", ".json");
        try {
            judge(file, limits, zone, interval, me.getName(), answer);
            // the turn is over: who reads slowly holds none, and nothing in memory
            response.setContentType(MediaType.APPLICATION_JSON_VALUE);
            response.setContentLengthLong(Files.size(answer));
            Files.copy(answer, response.getOutputStream());
        } finally {
            Files.delete(answer);
        }
    }

    private void judge(MultipartFile file, String limits, String zone, String interval, String who, Path answer)
            throws IOException {
        try (Turns.Turn turn = turns.take(who);
                OutputStream out = new BufferedOutputStream(Files.newOutputStream(answer))) {
            Limits by = LimitsDocument.read(limits);
            if (by.rules().size() + by.gapRules().size() > MOST_RULES) {
                throw new ApiProblems.BadRequestException(
                        "limits", "Limits that a file is judged by have at most " + MOST_RULES + " rules");
            }
            ZoneId at = zone.isBlank() ? show.home() : ZoneId.of(zone.strip());
            Duration every = interval.isBlank() ? null : Durations.parse(interval.strip());
            List<Series> series = PlainFile.read(new ByteArrayInputStream(file.getBytes()), every, n -> {});
            JudgementDocument.of(
                            JudgedRecord.of(series),
                            by,
                            at,
                            MeanKineticTemperature.DEFAULT_ENTHALPY,
                            Evaluation.MOST_EXCURSIONS)
                    .writeTo(out);
        } catch (DocumentException e) {
            throw new ApiProblems.BadRequestException("limits: " + e.getMessage());
        } catch (PlainFileException e) {
            throw new ApiProblems.BadRequestException("file: " + e.getMessage());
        } catch (TooManyWindowsException | TooManyExcursionsException | ZoneMissingException e) {
            throw new ApiProblems.BadRequestException("The limits cannot be judged: " + e.getMessage());
        } catch (DateTimeException | IllegalArgumentException e) {
            throw new ApiProblems.BadRequestException(e.getMessage());
        }
    }

    @Operation(summary = "Hands in a file of another device; a person then checks its layout and imports it")
    @PostMapping("/files")
    FileOut file(@RequestParam MultipartFile file, Principal me) throws IOException {
        String name = file.getOriginalFilename() == null ? "file" : file.getOriginalFilename();
        try (InputStream in = file.getInputStream()) {
            long id = files.arrive(name, in, me.getName());
            return new FileOut(id, "/files/" + id);
        }
    }

    @Operation(summary = "Hands in a carrier file from a logger’s memory stick; it is checked and taken in at once")
    @PostMapping("/carriers")
    CarrierOut carrier(@RequestParam MultipartFile file, Principal me) throws IOException {
        String name = file.getOriginalFilename() == null ? "file" : file.getOriginalFilename();
        CarrierIntake.Taken taken = carriers.take(name, file.getBytes(), me.getName());
        return new CarrierOut(taken.file(), taken.missionId(), taken.refused(), taken.message());
    }
}
