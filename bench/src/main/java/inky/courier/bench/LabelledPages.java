package inky.courier.bench;

import inky.courier.core.page.BlankSensitivity;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageColour;
import inky.courier.core.page.PageRaster;
import inky.courier.core.workshop.ImageFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/**
 * How often pages are told right, by class, on a folder of labelled scans: pictures and a {@code truth.json} that says of each
 * {@code file}, {@code class} (document, receipt, business_card, photo, book), {@code blank}, {@code near_blank}, {@code colour},
 * {@code skew_deg} (clockwise), {@code orientation_deg}, {@code size_mm}, {@code frame}.
 */
final class LabelledPages {
    private record Judged(JsonNode truth, PageAnalysis found) {
        boolean is(String label) {
            return truth.path(label).asBoolean();
        }

        String kind() {
            String name = truth.path("class").asString("document");
            return name.equals("business_card") ? "card" : name.equals("book") ? "document" : name;
        }

        boolean hasContent() {
            return !is("blank") && !is("near_blank");
        }

        /** A document or a receipt: what has rows of print. */
        boolean hasRows() {
            return hasContent() && (kind().equals("document") || kind().equals("receipt"));
        }

        String file() {
            return truth.path("file").asString();
        }
    }

    private LabelledPages() {}

    public static void main(String[] args) throws IOException {
        for (String folder : args) {
            tell(Path.of(folder));
        }
    }

    private static void tell(Path folder) throws IOException {
        List<Judged> pages = new ArrayList<>();
        long began = System.nanoTime();
        long decoding = 0;
        for (JsonNode truth :
                new ObjectMapper().readTree(folder.resolve("truth.json").toFile())) {
            long before = System.nanoTime();
            PageRaster page = ImageFiles.read(folder.resolve(truth.path("file").asString()), OptionalInt.empty())
                    .get(0)
                    .source()
                    .raster();
            decoding += System.nanoTime() - before;
            pages.add(new Judged(truth, PageAnalyser.analyse(page)));
        }
        System.out.printf(
                Locale.ROOT,
                "%n%s: %d pages, %.0f ms each to decode, %.0f ms to analyse%n",
                folder.getFileName(),
                pages.size(),
                decoding / 1e6 / pages.size(),
                (System.nanoTime() - began - decoding) / 1e6 / pages.size());
        for (BlankSensitivity sensitivity : BlankSensitivity.values()) {
            blank(
                    "blank, " + sensitivity.name().toLowerCase(Locale.ROOT),
                    pages,
                    page -> page.found.blankness().isBlank(sensitivity));
        }
        colour(pages);
        byClass(
                "kind",
                pages,
                Judged::hasContent,
                page -> page.found.kind().name().equalsIgnoreCase(page.kind()));
        byClass("size", pages, LabelledPages::hasSize, LabelledPages::isSize);
        byClass(
                "upright",
                pages,
                Judged::hasRows,
                page -> page.found.uprightDegrees()
                        == (360 - page.truth.path("orientation_deg").asInt()) % 360);
        skew(pages);
    }

    private static void blank(String what, List<Judged> pages, Predicate<Judged> blank) {
        List<String> lost = files(pages, page -> blank.test(page) && !page.is("blank"));
        List<String> kept = files(pages, page -> !blank.test(page) && page.is("blank"));
        long found = pages.stream()
                .filter(page -> blank.test(page) && page.is("blank"))
                .count();
        double f1 = found == 0 && lost.isEmpty() && kept.isEmpty()
                ? 1
                : 2.0 * found / (2.0 * found + lost.size() + kept.size());
        line(what, String.format(Locale.ROOT, "F1 %.3f", f1), "lost " + lost + ", kept " + kept);
    }

    private static void colour(List<Judged> pages) {
        List<Judged> judged = pages.stream().filter(page -> !page.is("blank")).toList();
        List<String> lost = files(judged, page -> page.is("colour") && page.found.colour() != PageColour.COLOUR);
        List<String> kept = files(judged, page -> !page.is("colour") && page.found.colour() == PageColour.COLOUR);
        line(
                "colour",
                share(judged.size() - lost.size() - kept.size(), judged.size()),
                "lost " + lost + ", kept " + kept);
    }

    private static void byClass(String what, List<Judged> pages, Predicate<Judged> judged, Predicate<Judged> right) {
        Map<String, List<Judged>> classes = new TreeMap<>();
        pages.stream()
                .filter(judged)
                .forEach(page -> classes.computeIfAbsent(page.kind(), k -> new ArrayList<>())
                        .add(page));
        classes.forEach((name, list) -> {
            List<String> wrong = files(list, right.negate());
            line(
                    what + ", " + name,
                    share(list.size() - wrong.size(), list.size()),
                    wrong.isEmpty() ? "" : "wrong " + wrong);
        });
    }

    private static boolean hasSize(Judged page) {
        return page.truth.has("frame")
                && page.truth.path("orientation_deg").asInt() % 180 == 0
                && !page.truth.path("frame").asString().equals("spread");
    }

    private static boolean isSize(Judged page) {
        double[] truth = {
            page.truth.path("size_mm").get(0).asDouble(),
            page.truth.path("size_mm").get(1).asDouble()
        };
        double[] found = {page.found.paper().widthMm(), page.found.paper().heightMm()};
        Arrays.sort(truth);
        Arrays.sort(found);
        return Math.abs(found[0] - truth[0]) <= 3 && Math.abs(found[1] - truth[1]) <= 4;
    }

    private static void skew(List<Judged> pages) {
        double[] errors = pages.stream()
                .filter(Judged::hasRows)
                .mapToDouble(page -> Math.abs(
                        page.found.skewDegrees() + page.truth.path("skew_deg").asDouble()))
                .sorted()
                .toArray();
        if (errors.length > 0) {
            line(
                    "skew",
                    String.format(Locale.ROOT, "%.3f\u00b0", errors[errors.length / 2]),
                    String.format(
                            Locale.ROOT,
                            "median; p95 %.3f, worst %.3f",
                            errors[errors.length * 95 / 100],
                            errors[errors.length - 1]));
        }
    }

    private static List<String> files(List<Judged> pages, Predicate<Judged> which) {
        return pages.stream().filter(which).map(Judged::file).toList();
    }

    private static String share(int right, int all) {
        return right + " of " + all;
    }

    private static void line(String what, String figure, String rest) {
        System.out.printf("  %-22s %-12s %s%n", what, figure, rest);
    }
}
