package org.pelerin.app.report.export;

import static org.assertj.core.api.Assertions.assertThat;

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
import org.pelerin.app.record.DisturbanceRow;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.report.dossier.SampleDossier;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.unit.ShownUnits;

class ExportTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    /** Half an hour before the clocks go back. */
    private static final Instant START = Instant.parse("2026-10-25T00:30:00Z");

    @Test
    void instants_carry_their_offset_and_values_the_digits_they_have() throws IOException {
        StringWriter out = new StringWriter();
        CsvExport.write(
                SampleDossier.of(12.05, Double.NaN, 0.1 + 0.2, -3), CsvExport.Part.all(0), ShownUnits.RECORDED, out);
        List<String> lines = out.toString().lines().toList();
        assertThat(lines)
                .filteredOn(l -> !l.startsWith("#"))
                .containsExactly(
                        "Time,\"Air, left (°C)\"",
                        "2026-10-25T02:30:00.000+02:00,12.05",
                        "2026-10-25T02:00:00.000+01:00,",
                        "2026-10-25T02:30:00.000+01:00,0.3",
                        "2026-10-25T03:00:00.000+01:00,-3.0");
        assertThat(out.toString()).contains("\r\n");
        assertThat(lines)
                .contains("# Limit: Air, left above 14 °C for over 1 h")
                .contains("# Times in Europe/Paris, clock offset -1.25 s at collection, corrected")
                .contains("# Capture SHA-256: " + "ab".repeat(32));
    }

    @Test
    void a_part_is_what_was_shown_and_says_that_it_is_one() throws IOException {
        StringWriter out = new StringWriter();
        long second = START.plus(Duration.ofMinutes(30)).toEpochMilli();
        // from the second row to just before the fourth
        CsvExport.Part part = new CsvExport.Part(0, List.of(0), second, second + 3_600_000);
        CsvExport.write(SampleDossier.of(1, 2, 3, 4), part, ShownUnits.RECORDED, out);
        assertThat(out.toString().lines().filter(l -> !l.startsWith("#")))
                .containsExactly(
                        "Time,\"Air, left (°C)\"",
                        "2026-10-25T02:00:00.000+01:00,2.0",
                        "2026-10-25T02:30:00.000+01:00,3.0");
        assertThat(out.toString()).contains("# A part of the record: what was shown of it");
        StringWriter none = new StringWriter();
        CsvExport.write(SampleDossier.of(1), new CsvExport.Part(0, List.of(7), 0, 1), ShownUnits.RECORDED, none);
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
        CsvExport.write(judged, CsvExport.Part.all(0), ShownUnits.RECORDED, out);
        assertThat(out.toString())
                .contains("# Limit: Leq, dose of each working shift above 100 % by ISO 85")
                .contains("# Limit: Air, left above 14");
        assertThat(judged.limitsFrom()).endsWith("and Leq, dose of each working shift above 100 % by ISO 85");
        assertThat(d.limitsFrom()).doesNotContain("dose");
    }

    @Test
    void an_export_is_in_the_unit_that_is_shown() throws IOException {
        StringWriter out = new StringWriter();
        CsvExport.write(SampleDossier.of(37, -40), CsvExport.Part.all(0), ShownUnits.FAHRENHEIT, out);
        assertThat(out.toString().lines().filter(l -> !l.startsWith("#")))
                .containsExactly(
                        "Time,\"Air, left (°F)\"",
                        "2026-10-25T02:30:00.000+02:00,98.6",
                        "2026-10-25T02:00:00.000+01:00,-40.0");
        ByteArrayOutputStream book = new ByteArrayOutputStream();
        XlsxExport.write(SampleDossier.of(37, -40), ShownUnits.FAHRENHEIT, book);
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
        XlsxExport.write(
                SampleDossier.of(Collections.nCopies(Dossier.DISTURBANCES, dip), 12), ShownUnits.RECORDED, out);
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(out.toByteArray()))) {
            Sheet sheet = book.getSheet("Disturbances");
            assertThat(sheet.getRow(1).getCell(1).getStringCellValue()).isEqualTo("dip");
            assertThat(sheet.getRow(1).getCell(3).getNumericCellValue()).isEqualTo(0.38);
            assertThat(sheet.getRow(1).getCell(6).getNumericCellValue()).isEqualTo(70.2173913043);
            assertThat(sheet.getRow(Dossier.DISTURBANCES + 1).getCell(0).getStringCellValue())
                    .isEqualTo("The first 200 are listed.");
        }
        out.reset();
        XlsxExport.write(SampleDossier.of(12), ShownUnits.RECORDED, out);
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(out.toByteArray()))) {
            assertThat(book.getSheet("Disturbances")).isNull();
        }
    }

    @Test
    void a_workbook_tells_the_repeated_hour_apart_by_its_offset() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        XlsxExport.write(SampleDossier.of(12.05, Double.NaN, 13, 14), ShownUnits.RECORDED, out);
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
}
