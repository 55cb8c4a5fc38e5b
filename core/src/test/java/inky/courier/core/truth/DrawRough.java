package inky.courier.core.truth;

import inky.courier.core.document.JpegPages;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.LongStream;

/** Writes drawn pages with their labels, for {@code bin/bench pages}: FOLDER SORT FIRST COUNT DPI. Run by hand. */
final class DrawRough {
    private DrawRough() {}

    public static void main(String[] args) throws IOException {
        Path folder = Path.of(args[0]);
        Files.createDirectories(folder);
        StringBuilder truth = new StringBuilder("[");
        int dpi = Integer.parseInt(args[4]);
        long first = Long.parseLong(args[2]);
        for (long seed :
                LongStream.range(first, first + Long.parseLong(args[3])).toArray()) {
            RoughPages.Rough page = switch (args[1]) {
                case "blank" -> RoughPages.blankSide(seed, dpi);
                case "sparse" -> RoughPages.sparse(seed, dpi);
                case "pale" -> RoughPages.pale(seed, dpi);
                case "edges" -> RoughPages.toTheEdge(seed, dpi);
                default -> RoughPages.fringed(seed, dpi);
            };
            String name = page.what().replaceAll("[^a-z0-9]+", "_") + ".jpg";
            byte[] jpeg = JpegPages.withDensity(JpegPages.encode(page.raster(), 0.92f), dpi);
            Files.write(folder.resolve(name), jpeg);
            truth.append(truth.length() > 1 ? ",\n" : "\n")
                    .append(String.format(
                            java.util.Locale.ROOT,
                            "{\"file\": \"%s\", \"class\": \"document\", \"blank\": %b, \"near_blank\": %b, \"colour\": %b,"
                                    + " \"dpi\": %d, \"size_mm\": [%.1f, %.1f], \"skew_deg\": %.3f,"
                                    + " \"orientation_deg\": 0, \"frame\": \"%s\"}",
                            name,
                            page.blank(),
                            args[1].equals("sparse"),
                            page.coloured(),
                            dpi,
                            page.widthMm(),
                            page.heightMm(),
                            -page.skew(),
                            "over"));
        }
        Files.writeString(folder.resolve("truth.json"), truth.append("\n]\n"));
    }
}
