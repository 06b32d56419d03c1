package org.pelerin.app.report.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Collections;
import java.util.List;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.record.DisturbanceRow;
import org.pelerin.app.record.Excluded;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.report.dossier.AssessedTime;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.report.dossier.SampleDossier;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ExportTest {

    private static final FindingWords WORDS = new FindingWords(ShownUnits.RECORDED, PlainShow.in(SampleDossier.PARIS));

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    /** Half an hour before the clocks go back. */
    private static final Instant START = Instant.parse("2026-10-25T00:30:00Z");

    @Test
    void instants_carry_their_offset_and_values_the_digits_they_have() throws IOException {
        StringWriter out = new StringWriter();
        CsvExport.write(SampleDossier.of(12.05, Double.NaN, 0.1 + 0.2, -3), CsvForm.all(0), ShownUnits.RECORDED, out);
        List<String> lines = out.toString().lines().toList();
        assertThat(lines)
                .filteredOn(l -> !l.startsWith("#"))
                .containsExactly(
                        "Time,\"Air, left (°C)\",Assessed",
                        "2026-10-25T02:30:00.000+02:00,12.05,counts",
                        "2026-10-25T02:00:00.000+01:00,,counts",
                        "2026-10-25T02:30:00.000+01:00,0.3,counts",
                        "2026-10-25T03:00:00.000+01:00,-3.0,counts");
        assertThat(out.toString()).contains("\r\n");
        assertThat(lines)
                .contains("# Limit: Air, left above 14 °C for longer than 1 h")
                .contains("# Times in Europe/Paris, clock offset −1.25 s at collection, corrected")
                .contains("# Fingerprint (SHA-256) of the capture: " + "ab".repeat(32));
    }

    @Test
    void a_part_is_what_was_shown_and_says_that_it_is_one() throws IOException {
        StringWriter out = new StringWriter();
        long second = START.plus(Duration.ofMinutes(30)).toEpochMilli();
        // from the second row to just before the fourth
        CsvForm part = CsvForm.part(0, List.of(0), second, second + 3_600_000);
        CsvExport.write(SampleDossier.of(1, 2, 3, 4), part, ShownUnits.RECORDED, out);
        assertThat(out.toString().lines().filter(l -> !l.startsWith("#")))
                .containsExactly(
                        "Time,\"Air, left (°C)\",Assessed",
                        "2026-10-25T02:00:00.000+01:00,2.0,counts",
                        "2026-10-25T02:30:00.000+01:00,3.0,counts");
        assertThat(out.toString()).contains("# A part of the record: what was shown of it");
        StringWriter none = new StringWriter();
        CsvExport.write(SampleDossier.of(1), CsvForm.part(0, List.of(7), 0, 1), ShownUnits.RECORDED, none);
        assertThat(none.toString().lines().filter(l -> !l.startsWith("#"))).containsExactly("Time");
    }

    @Test
    void a_dose_that_is_judged_is_named_among_the_limits() throws IOException {
        Dossier d = SampleDossier.of(80);
        JudgementDocument.Shift shift = new JudgementDocument.Shift(
                "Leq",
                START,
                START,
                100,
                80,
                null,
                null,
                null,
                80,
                80,
                "iso85",
                List.of(new JudgementDocument.Dose("iso85", 31, 80.0)));
        Dossier judged = new Dossier(
                d.mission(),
                d.modelName(),
                d.zone(),
                d.plan(),
                d.limits(),
                d.inForce(),
                d.judgement().withShifts(List.of(shift)),
                d.judgementSha256(),
                d.evidence(),
                d.series(),
                d.disturbances(),
                d.check(),
                d.note(),
                d.visits(),
                d.calibrations(),
                d.particulars());
        StringWriter out = new StringWriter();
        CsvExport.write(judged, CsvForm.all(0), ShownUnits.RECORDED, out);
        assertThat(out.toString())
                .contains("# Limit: Leq, dose of each working shift above 100 % by ISO 85")
                .contains("# Limit: Air, left above 14");
        assertThat(judged.limitsFrom()).endsWith("and Leq, dose of each working shift above 100 % by ISO 85");
        assertThat(d.limitsFrom()).doesNotContain("dose");
    }

    @Test
    void an_export_is_in_the_unit_that_is_shown() throws IOException {
        StringWriter out = new StringWriter();
        CsvExport.write(SampleDossier.of(37, -40), CsvForm.all(0), ShownUnits.FAHRENHEIT, out);
        assertThat(out.toString().lines().filter(l -> !l.startsWith("#")))
                .containsExactly(
                        "Time,\"Air, left (°F)\",Assessed",
                        "2026-10-25T02:30:00.000+02:00,98.6,counts",
                        "2026-10-25T02:00:00.000+01:00,-40.0,counts");
        ByteArrayOutputStream book = new ByteArrayOutputStream();
        XlsxExport.write(
                SampleDossier.of(37, -40),
                List.of(),
                new FindingWords(ShownUnits.FAHRENHEIT, PlainShow.in(SampleDossier.PARIS)),
                book);
        try (Workbook read = WorkbookFactory.create(new ByteArrayInputStream(book.toByteArray()))) {
            Sheet sheet = read.getSheet("Samples");
            assertThat(sheet.getRow(0).getCell(2).getStringCellValue()).isEqualTo("Air, left (°F)");
            assertThat(sheet.getRow(1).getCell(2).getNumericCellValue()).isEqualTo(98.6);
        }
    }

    @Test
    void coverage_is_told_as_the_page_tells_it_and_what_has_no_unit_has_no_brackets() {
        assertThat(CsvExport.percent(97.14285714285714)).isEqualTo("97.1 %");
        assertThat(CsvExport.percent(99.96)).isEqualTo("99.9 %");
        assertThat(CsvExport.percent(100)).isEqualTo("100 %");
        assertThat(CsvExport.column("Power factor", "")).isEqualTo("Power factor");
        assertThat(CsvExport.column("Air", "°C")).isEqualTo("Air (°C)");
    }

    @Test
    void a_workbook_has_disturbances_where_there_are_any_and_says_where_the_list_stops() throws IOException {
        DisturbanceRow dip = new DisturbanceRow(
                START, Duration.ofMillis(380), "dip", "U1", false, 161.5, "V", 70.217391304347, "", 0);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        XlsxExport.write(SampleDossier.of(Collections.nCopies(Dossier.DISTURBANCES, dip), 12), List.of(), WORDS, out);
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(out.toByteArray()))) {
            Sheet sheet = book.getSheet("Disturbances");
            assertThat(sheet.getRow(1).getCell(1).getStringCellValue()).isEqualTo("dip");
            assertThat(sheet.getRow(1).getCell(3).getNumericCellValue()).isEqualTo(0.38);
            assertThat(sheet.getRow(1).getCell(6).getNumericCellValue()).isEqualTo(70.2173913043);
            assertThat(sheet.getRow(Dossier.DISTURBANCES + 1).getCell(0).getStringCellValue())
                    .isEqualTo("The first 200 are listed.");
        }
        out.reset();
        XlsxExport.write(SampleDossier.of(12), List.of(), WORDS, out);
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(out.toByteArray()))) {
            assertThat(book.getSheet("Disturbances")).isNull();
        }
    }

    @Test
    void a_workbook_tells_the_repeated_hour_apart_by_its_offset() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        XlsxExport.write(SampleDossier.of(12.05, Double.NaN, 13, 14), List.of(), WORDS, out);
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(out.toByteArray()))) {
            Sheet sheet = book.getSheet("Samples");
            assertThat(sheet.getRow(1).getCell(0).getLocalDateTimeCellValue())
                    .isEqualTo(LocalDateTime.parse("2026-10-25T02:30:00"));
            assertThat(sheet.getRow(1).getCell(1).getStringCellValue()).isEqualTo("+02:00");
            assertThat(sheet.getRow(3).getCell(1).getStringCellValue()).isEqualTo("+01:00");
            assertThat(sheet.getRow(2).getCell(2)).isNull();
            assertThat(sheet.getRow(4).getCell(2).getNumericCellValue()).isEqualTo(14);
        }
    }

    @Test
    void a_file_s_name_says_which_record_it_is_in_plain_letters() {
        assertThat(FileNames.of(SampleDossier.of(1), FileNames.USUAL, "csv"))
                .isEqualTo("PL-18033_kase-reserve-1_2026-10-25_m9.csv");
        // whatever the pattern, no two missions share a name, and none leads out of its directory
        assertThat(FileNames.of(SampleDossier.of(1), "../{site} {nothing}", "pdf"))
                .endsWith("nothing_m9.pdf")
                .doesNotContain("/");
    }

    private static List<String> rows(CsvForm form, double... values) throws IOException {
        StringWriter out = new StringWriter();
        CsvExport.write(SampleDossier.of(values), form, ShownUnits.RECORDED, out);
        return out.toString().lines().filter(l -> !l.startsWith("#")).toList();
    }

    private static CsvForm form(String separator, String decimal, String time, String zone, String step) {
        return CsvForm.of(CsvForm.all(0), separator, decimal, time, zone, step);
    }

    @Test
    void a_form_has_its_separator_decimal_sign_and_times() throws IOException {
        // from 02:30 before the clocks go back, a row each half hour
        assertThat(rows(form("semicolon", "comma", "local", "site", ""), 12.05, -3))
                .containsExactly(
                        "Time (Europe/Paris);UTC offset;Air, left (°C);Assessed",
                        "2026-10-25 02:30:00.000;+02:00;12,05;counts",
                        "2026-10-25 02:00:00.000;+01:00;-3,0;counts");
        assertThat(rows(form("tab", "", "ms", "", ""), 12.05))
                .containsExactly(
                        "Time (ms since 1970 UTC)\tAir, left (°C)\tAssessed", START.toEpochMilli() + "\t12.05\tcounts");
        assertThat(rows(form("", "", "iso", "utc", ""), 12.05)).contains("2026-10-25T00:30:00.000+00:00,12.05,counts");
        for (String[] wrong : new String[][] {
            {"pipe", "", "", "", ""},
            {"", "dot", "", "", ""},
            {"", "", "sundial", "", ""},
            {"", "", "", "Moon/Tycho", ""},
            {"", "", "", "", "0 s"},
            {"", "", "", "", "36 h"},
            {"", "", "", "", "soon"}
        }) {
            assertThatThrownBy(() -> form(wrong[0], wrong[1], wrong[2], wrong[3], wrong[4]))
                    .isInstanceOf(CsvForm.NoFormException.class);
        }
    }

    @Test
    void a_step_has_mean_least_and_greatest_and_begins_at_full_steps_of_the_day() throws IOException {
        // 02:30 summer time belongs to the third hour; 02:00 and 02:30 winter time are the fourth hour since midnight
        assertThat(rows(form("", "", "iso", "", "1 h"), 10, 11, 14, Double.NaN, 5))
                .containsExactly(
                        "Time,\"Air, left mean (°C)\",\"Air, left least (°C)\",\"Air, left greatest (°C)\"",
                        "2026-10-25T02:00:00.000+02:00,10.0,10.0,10.0",
                        "2026-10-25T02:00:00.000+01:00,12.5,11.0,14.0",
                        "2026-10-25T03:00:00.000+01:00,5.0,5.0,5.0");
        assertThat(rows(form("", "", "iso", "", "1 d"), 10, 12))
                .contains("2026-10-25T00:00:00.000+02:00,11.0,10.0,12.0");
    }

    @Test
    void a_part_that_ends_before_it_begins_has_no_rows() throws IOException {
        assertThat(rows(CsvForm.part(0, null, START.toEpochMilli() + 1, START.toEpochMilli()), 1, 2, 3))
                .containsExactly("Time,\"Air, left (°C)\",Assessed");
    }

    @Test
    void a_file_says_its_form_so_that_it_can_be_written_again() {
        CsvForm all = new CsvForm(
                1,
                List.of(2, 0),
                5,
                9,
                CsvForm.Separator.TAB,
                true,
                CsvForm.TimeForm.LOCAL,
                ZoneId.of("UTC"),
                Duration.ofMinutes(10));
        CsvForm.Read read = CsvForm.read(all.text(List.of("°F", "hPa")));
        assertThat(read.form()).isEqualTo(all);
        assertThat(read.units().of(Unit.CELSIUS).symbol()).isEqualTo("°F");
        assertThat(CsvForm.read(CsvForm.all(0).text(List.of())).form()).isEqualTo(CsvForm.all(0));
        assertThatThrownBy(() -> CsvForm.read("nonsense")).isInstanceOf(CsvForm.NoFormException.class);
        assertThatThrownBy(() -> CsvForm.read("table=many")).isInstanceOf(CsvForm.NoFormException.class);
    }

    @Test
    void a_measurement_list_follows_its_standard() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        SenmlExport.write(SampleDossier.of(12.05, Double.NaN, -3), 0, out);
        JsonNode list = JsonMapper.builder().build().readTree(out.toByteArray());
        assertThat(list.get(0).get("bn").asString()).isEqualTo("urn:dev:ops:pelerin-PL-18033_mission-9:");
        assertThat(list.get(0).get("bt").asDouble()).isEqualTo(START.toEpochMilli() / 1000.0);
        // the missing one has no record
        assertThat(list).hasSize(3);
        assertThat(list.get(2).toString()).isEqualTo("{\"n\":\"Air_left\",\"u\":\"Cel\",\"t\":3600.0,\"v\":-3.0}");
    }

    /** Which sample counts, each by its own instant: half-open periods, as everywhere. */
    @Test
    void each_row_says_whether_it_counts() {
        Instant from = START.plus(Duration.ofHours(1));
        JudgedPeriod period = new JudgedPeriod(from, from.plus(Duration.ofHours(4)), null, null);
        Excluded defrost = new Excluded(
                1,
                Exclusion.Kind.NOT_PART,
                from.plus(Duration.ofHours(1)),
                from.plus(Duration.ofHours(2)),
                "defrost",
                START,
                "tech");
        AssessedTime time = new AssessedTime(period, List.of(defrost));
        assertThat(List.of(-1L, 0L, 3_599_999L, 3_600_000L, 7_199_999L, 7_200_000L, 14_399_999L, 14_400_000L).stream()
                        .map(ms -> time.of(from.toEpochMilli() + ms)))
                .containsExactly(
                        "outside period",
                        "counts",
                        "counts",
                        "excluded",
                        "excluded",
                        "counts",
                        "counts",
                        "outside period");
        assertThat(AssessedTime.WHOLE.of(0)).isEqualTo("counts");
    }
}
