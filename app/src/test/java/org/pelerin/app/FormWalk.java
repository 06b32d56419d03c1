package org.pelerin.app;

import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/**
 * Walks over all pages that links and parts lead to, and sends the forms that stand on them as they stand: with the fields that a browser would send, the
 * token that the form bears, and nothing typed.
 */
final class FormWalk {

    /** Pages of one kind that are looked at, at most: of the next mission nothing new is learned. */
    private static final int OF_A_KIND = 3;

    private static final int MOST_PAGES = 600;
    private static final Pattern NUMBERS = Pattern.compile("(?<=/)(\\d+|[A-Z]{2}-\\d+)(?=/|$)");

    /** What ends the session, moves the world on by weeks or changes the password of who walks. */
    private static final Set<String> SPARED =
            Set.of("/logout", "/yard/advance", "/yard/pass", "/me/password", "/me/sessions/end");

    /** @param page where it stands; {@code fields} encoded, with its token where it bears one; {@code file}: the field for one, empty for none */
    record Form(String page, String action, String fields, String file) {

        String pattern() {
            return NUMBERS.matcher(action.replaceAll("\\?.*", "")).replaceAll("0");
        }
    }

    private final String address;
    private final Visitor visitor;
    private final String own;

    FormWalk(String address, String name) throws IOException, InterruptedException {
        this.address = address;
        this.visitor = Visitor.signedIn(address, name);
        this.own = "/admin/accounts/" + name + "/";
    }

    /** One of each kind: of those that go to the same kind of address from the same kind of page. */
    List<Form> forms() throws IOException, InterruptedException {
        Map<String, Form> found = new LinkedHashMap<>();
        Map<String, Integer> kinds = new HashMap<>();
        Set<String> known = new HashSet<>();
        Deque<String> left = new ArrayDeque<>(List.of("/", "/yard", "/house", "/accounts", "/me"));
        int pages = 0;
        while (!left.isEmpty() && pages < MOST_PAGES) {
            String path = left.poll();
            String kind = NUMBERS.matcher(path.replaceAll("[?#].*", "")).replaceAll("0");
            if (!known.add(path) || kinds.merge(kind, 1, Integer::sum) > OF_A_KIND) {
                continue;
            }
            HttpResponse<String> answer = visitor.get(path);
            pages++;
            if (answer.statusCode() != 200
                    || !answer.headers().firstValue("Content-Type").orElse("").startsWith("text/html")) {
                continue;
            }
            Document page = Jsoup.parse(answer.body(), address + path);
            page.select("a[href], [hx-get]").forEach(e -> {
                String to = e.hasAttr("hx-get") ? e.absUrl("hx-get") : e.absUrl("href");
                if (to.startsWith(address + "/")) {
                    left.add(to.substring(address.length()).replaceAll("#.*", ""));
                }
            });
            for (Element form : page.select("form[method=post]")) {
                each(path, form).forEach(f -> found.putIfAbsent(kind + " " + f.pattern(), f));
            }
        }
        return List.copyOf(found.values());
    }

    /** Once for each of its buttons that leads elsewhere. */
    private List<Form> each(String page, Element form) {
        List<Form> out = new ArrayList<>();
        Set<String> actions = new HashSet<>();
        actions.add(form.hasAttr("action") ? form.attr("action") : page);
        form.select("[formaction]").forEach(b -> actions.add(b.attr("formaction")));
        String fields = fields(form);
        Element file = form.selectFirst("input[type=file][name]");
        for (String action : actions) {
            Form f = new Form(page, action.isEmpty() ? page : action, fields, file == null ? "" : file.attr("name"));
            if (!SPARED.contains(f.pattern()) && !f.action.startsWith(own)) {
                out.add(f);
            }
        }
        return out;
    }

    private static String fields(Element form) {
        return form.select("input[name], select[name], textarea[name], button[name]").stream()
                // of several buttons the first is pressed
                .filter(e -> !e.tagName().equals("button") || e == form.selectFirst("button"))
                .filter(e -> !e.hasAttr("disabled") && !e.attr("type").equals("file") && e.closest("template") == null)
                .filter(e -> !Set.of("checkbox", "radio").contains(e.attr("type")) || e.hasAttr("checked"))
                .map(e -> encoded(e.attr("name")) + "=" + encoded(value(e)))
                .collect(Collectors.joining("&"));
    }

    private static String value(Element e) {
        if (!e.tagName().equals("select")) {
            return e.tagName().equals("textarea") ? e.wholeText() : e.attr("value");
        }
        Element chosen = e.selectFirst("option[selected]");
        Element option = chosen == null ? e.selectFirst("option") : chosen;
        return option == null ? "" : option.hasAttr("value") ? option.attr("value") : option.text();
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** What became of those that were not taken: refusals with a word (a redirect, the form once more) are none. */
    List<String> sent(List<Form> forms) throws IOException, InterruptedException {
        List<String> out = new ArrayList<>();
        for (Form f : forms) {
            HttpRequest.Builder request = visitor.to(f.action);
            if (!f.file.isEmpty()) {
                request.header("Content-Type", "multipart/form-data; boundary=x")
                        .POST(HttpRequest.BodyPublishers.ofString(multipart(f)));
            } else {
                request.header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(f.fields));
            }
            HttpResponse<String> answer = visitor.send(request.build());
            int status = answer.statusCode();
            String next = answer.headers().firstValue("Location").orElse("");
            if (next.contains("/login") || next.contains("/me/password")) {
                out.add(f.page + " → " + f.action + ": not signed in any more");
                return out;
            }
            // what an earlier form took away is not there any more
            if (status != 200 && status != 302 && status != 204 && status != 404 && status != 409) {
                out.add(f.page + " → " + f.action + ": " + status);
            }
        }
        return out;
    }

    /**
     * Sends each form as it is shown, but for one field.
     *
     * @param times how often each
     * @return what was answered as it must not be
     */
    List<String> changed(List<Form> forms, long seed, int times) throws IOException, InterruptedException {
        Random random = new Random(seed);
        List<String> out = new ArrayList<>();
        for (Form f : forms) {
            List<String> fields = f.fields.isEmpty() ? List.of() : List.of(f.fields.split("&"));
            for (int i = 0; i < times && !fields.isEmpty() && f.file.isEmpty(); i++) {
                List<String> other = new ArrayList<>(fields);
                int at = random.nextInt(fields.size());
                String name = fields.get(at).replaceAll("=.*", "");
                if (name.equals("_csrf")) {
                    continue;
                }
                String value = random.nextInt(40) == 0 ? "x".repeat(1_000_000) : Fuzzer.value(random);
                other.set(at, name + "=" + encoded(value));
                HttpRequest.Builder request = visitor.to(f.action)
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(String.join("&", other)));
                String told = f.page + " → " + f.action + " " + name + "="
                        + value.substring(0, Math.min(60, value.length())) + " (" + value.length() + ")";
                try {
                    int status = visitor.send(request.build()).statusCode();
                    if (status >= 500) {
                        out.add(told + ": " + status);
                    }
                } catch (IOException e) {
                    out.add(told + ": " + e);
                }
            }
        }
        return out;
    }

    /** With no file chosen. */
    private static String multipart(Form f) {
        StringBuilder out = new StringBuilder();
        for (String field : f.fields.split("&")) {
            int at = field.indexOf('=');
            if (at > 0) {
                out.append("--x\r\nContent-Disposition: form-data; name=\"")
                        .append(java.net.URLDecoder.decode(field.substring(0, at), StandardCharsets.UTF_8))
                        .append("\"\r\n\r\n")
                        .append(java.net.URLDecoder.decode(field.substring(at + 1), StandardCharsets.UTF_8))
                        .append("\r\n");
            }
        }
        return out.append("--x\r\nContent-Disposition: form-data; name=\"")
                .append(f.file)
                .append("\"; filename=\"\"\r\n\r\n\r\n--x--\r\n")
                .toString();
    }
}
