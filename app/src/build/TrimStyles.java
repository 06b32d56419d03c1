import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A style sheet without the rules for classes that nothing has: {@code java TrimStyles.java SHEET RESULT SOURCES…}. A class counts as used
 * where its name is a word of a source, whatever it means there; rules of elements and variables stay.
 */
final class TrimStyles {

    private static final Pattern CLASS = Pattern.compile("\\.(-?[A-Za-z_][\\w-]*)");
    private static final Pattern NOT = Pattern.compile(":not\\([^()]*\\)");
    private static final Pattern WORD = Pattern.compile("[A-Za-z_][\\w-]*");
    private static final Pattern ANIMATION = Pattern.compile("@(?:-webkit-)?keyframes\\s+([\\w-]+)");

    private final String sheet;
    private final Set<String> words;

    private TrimStyles(String sheet, Set<String> words) {
        this.sheet = sheet;
        this.words = words;
    }

    public static void main(String[] args) throws IOException {
        Set<String> words = new HashSet<>();
        for (int i = 2; i < args.length; i++) {
            try (Stream<Path> files = Files.walk(Path.of(args[i]))) {
                files.filter(Files::isRegularFile).forEach(f -> {
                    Matcher word = WORD.matcher(read(f));
                    while (word.find()) {
                        words.add(word.group());
                    }
                });
            }
        }
        String sheet = read(Path.of(args[0]));
        String used = new TrimStyles(sheet, words).used(0, sheet.length());
        Path result = Path.of(args[1]);
        Files.createDirectories(result.getParent());
        Files.writeString(result, used);
    }

    /** The rules between two places of the sheet that are used, at-rules with their inner ones. */
    private String used(int from, int to) {
        List<String> kept = new ArrayList<>();
        for (int at = from; at < to; ) {
            if (sheet.startsWith("/*", at)) {
                int end = sheet.indexOf("*/", at) + 2;
                // the licence stands in the first one
                if (sheet.charAt(at + 2) == '!') {
                    kept.add(sheet.substring(at, end) + "\n");
                }
                at = end;
                continue;
            }
            int open = next(at, to, '{');
            int statement = next(at, to, ';');
            if (statement < open) {
                kept.add(sheet.substring(at, statement + 1));
                at = statement + 1;
                continue;
            }
            if (open == to) {
                break;
            }
            int close = end(open);
            rule(sheet.substring(at, open), open, close, kept);
            at = close + 1;
        }
        return withoutUnusedAnimations(kept);
    }

    private void rule(String head, int open, int close, List<String> kept) {
        String body = sheet.substring(open, close + 1);
        if (head.startsWith("@media") || head.startsWith("@supports")) {
            String inner = used(open + 1, close);
            if (!inner.isBlank()) {
                kept.add(head + "{" + inner + "}");
            }
        } else if (head.startsWith("@")) {
            kept.add(head + body);
        } else {
            String selectors = selectors(head);
            if (!selectors.isEmpty()) {
                kept.add(selectors + body);
            }
        }
    }

    /** Those of a list of selectors whose classes are all used. */
    private String selectors(String list) {
        List<String> kept = new ArrayList<>();
        int deep = 0;
        int begin = 0;
        for (int i = 0; i <= list.length(); i++) {
            char c = i == list.length() ? ',' : list.charAt(i);
            deep += c == '(' || c == '[' ? 1 : c == ')' || c == ']' ? -1 : 0;
            if (c == ',' && deep == 0) {
                String one = list.substring(begin, i);
                // what nothing has is always not there
                if (CLASS.matcher(NOT.matcher(one).replaceAll("")).results().allMatch(m -> words.contains(m.group(1)))) {
                    kept.add(one);
                }
                begin = i + 1;
            }
        }
        return String.join(",", kept);
    }

    private static String withoutUnusedAnimations(List<String> kept) {
        String all = String.join("", kept.stream().filter(r -> !r.contains("keyframes")).toList());
        StringBuilder used = new StringBuilder();
        for (String rule : kept) {
            Matcher animation = ANIMATION.matcher(rule);
            if (!animation.lookingAt() || all.contains(animation.group(1))) {
                used.append(rule);
            }
        }
        return used.toString();
    }

    /** The next place of a character outside of texts in quotes, or the end. */
    private int next(int from, int to, char wanted) {
        char quote = 0;
        for (int i = from; i < to; i++) {
            char c = sheet.charAt(i);
            if (quote != 0) {
                quote = c == quote ? 0 : quote;
            } else if (c == '"' || c == '\'') {
                quote = c;
            } else if (c == wanted) {
                return i;
            }
        }
        return to;
    }

    /** Where the block ends that begins at a place. */
    private int end(int open) {
        int deep = 0;
        int at = open;
        do {
            int opening = next(at, sheet.length(), '{');
            int closing = next(at, sheet.length(), '}');
            deep += opening < closing ? 1 : -1;
            at = Math.min(opening, closing) + 1;
        } while (deep > 0);
        return at - 1;
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
