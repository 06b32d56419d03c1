package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.stream.Collectors;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.report.document.Report;
import org.pelerin.app.report.document.ReportOrders;
import org.pelerin.app.report.document.Reports;
import org.pelerin.core.exchange.JsonFault;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;

/** Reports: ordered, and fetched once they are made. */
@RestController
@RequestMapping("/api/v1/reports")
@Tag(name = "Reports")
class ReportsApi {

    /** @param state WAITS, READY or FAILED */
    record ReportOut(
            long id,
            String kind,
            String title,
            Long mission,
            Long site,
            Long spot,
            LocalDate from,
            LocalDate to,
            String state,
            String trouble,
            Instant madeAt,
            String sentence,
            Integer pages,
            String sha256) {

        static ReportOut of(Report r) {
            return new ReportOut(
                    r.id(),
                    r.kind().name(),
                    r.title(),
                    r.scope().mission(),
                    r.scope().site(),
                    r.scope().spot(),
                    r.scope().from(),
                    r.scope().to(),
                    r.progress().state().name(),
                    r.progress().trouble(),
                    r.made() == null ? null : r.made().at(),
                    r.made() == null ? null : r.made().sentence(),
                    r.made() == null ? null : r.made().pages(),
                    r.made() == null ? null : r.made().sha256());
        }
    }

    /** Of a mission; or of a site, a spot, or all of them, from a day to another, both included. */
    record Order(Long mission, Long site, Long spot, LocalDate from, LocalDate to, String comment) {}

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    private final Reports reports;
    private final ReportOrders orders;
    private final MissionQueries missions;

    ReportsApi(Reports reports, ReportOrders orders, MissionQueries missions) {
        this.reports = reports;
        this.orders = orders;
        this.missions = missions;
    }

    @Operation(summary = "Reports, the newest first")
    @GetMapping
    ListPage<ReportOut> reports(
            @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = ListPage.USUAL) int size) {
        int at = ListPage.page(page);
        int many = ListPage.size(size);
        return ListPage.of(reports.list(many + 1, (long) at * many), at, many, ReportOut::of);
    }

    @Operation(summary = "One report")
    @GetMapping("/{id}")
    ReportOut report(@PathVariable long id) {
        return ReportOut.of(get(id));
    }

    private Report get(long id) {
        return reports.find(id).orElseThrow(() -> new NotThereException("There is no report " + id + "."));
    }

    @Operation(summary = "The PDF of a report")
    @GetMapping(value = "/{id}/report.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    void pdf(@PathVariable long id, HttpServletResponse response) throws IOException {
        Report r = get(id);
        if (!r.ready()) {
            throw new NotThereException("Report " + id + " is not made yet.");
        }
        response.setContentType(MediaType.APPLICATION_PDF_VALUE);
        response.setContentLength(r.made().size());
        reports.write(id, response.getOutputStream());
    }

    private static Order order(String body) {
        try {
            Order order = JSON.readValue(body, Order.class);
            if (order == null) {
                throw new ApiProblems.BadRequestException("Say “mission”, or “from” and “to”");
            }
            return order;
        } catch (UnrecognizedPropertyException e) {
            String known = e.getKnownPropertyIds().stream()
                    .map(String::valueOf)
                    .sorted()
                    .collect(Collectors.joining(", "));
            throw new ApiProblems.BadRequestException(
                    e.getPropertyName(), "There is no field “" + e.getPropertyName() + "” here; there are " + known);
        } catch (DatabindException e) {
            String field = e.getPath().isEmpty() ? null : e.getPath().get(0).getPropertyName();
            throw new ApiProblems.BadRequestException(
                    field,
                    field == null ? "The body is an object of JSON" : "“" + field + "” has a value of another kind");
        } catch (JacksonException e) {
            throw new ApiProblems.BadRequestException("The body is not JSON: " + JsonFault.words(e));
        }
    }

    @Operation(summary = "Orders a report; it is made beside, and READY some seconds later")
    @PostMapping(consumes = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<ReportOut> order(
            @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(schema = @Schema(implementation = Order.class)))
                    @RequestBody
                    String body,
            Principal me) {
        // read whole before it is looked at, so that what is wrong with it can be answered
        Order order = order(body);
        String comment = order.comment == null ? "" : order.comment;
        long id;
        if (order.mission != null) {
            id = orders.ofMission(
                    missions.find(order.mission)
                            .orElseThrow(() -> new NotThereException("There is no mission " + order.mission + ".")),
                    comment,
                    me.getName());
        } else {
            if (order.from == null || order.to == null) {
                throw new ApiProblems.BadRequestException("Say “mission”, or “from” and “to”");
            }
            id = orders.ofPeriod(
                    new Report.Scope(null, order.site, order.spot, order.from, order.to), comment, me.getName());
        }
        return ResponseEntity.status(HttpStatus.ACCEPTED)
                .header("Location", "/api/v1/reports/" + id)
                .body(ReportOut.of(get(id)));
    }
}
