package org.pelerin.app.platform.text;

/**
 * Text as a cell of a CSV file that people open in a spreadsheet. One that would be taken for a formula there, because it begins with
 * {@code = + - @} (after blanks too), a tab or a line break, is written behind an apostrophe, which spreadsheets show as what it is: text.
 * Figures are written by those who write them and do not come through here.
 */
public final class CsvCell {

    private static final String STARTS = "=+-@\t\r\n";

    private CsvCell() {}

    public static String text(String text) {
        return formula(text) ? "'" + text : text;
    }

    /** What was meant by a cell that {@link #text} wrote; other cells as they are. */
    public static String read(String cell) {
        return cell.startsWith("'") && formula(cell.substring(1)) ? cell.substring(1) : cell;
    }

    private static boolean formula(String text) {
        String visible = text.stripLeading();
        return !text.isEmpty()
                && (STARTS.indexOf(text.charAt(0)) >= 0 || !visible.isEmpty() && STARTS.indexOf(visible.charAt(0)) >= 0)
                && !number(text);
    }

    private static boolean number(String text) {
        return text.matches("[+-]?[0-9]+(?:[.,][0-9]+)?");
    }
}
