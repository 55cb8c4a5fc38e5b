package inky.courier.workshop;

import inky.courier.core.document.InOrder;
import inky.courier.core.page.Barcode;
import inky.courier.core.page.BlankSensitivity;
import inky.courier.core.page.Box;
import inky.courier.core.page.Outline;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.workshop.ImageFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** What each page is. */
final class Analyse implements Command.Task {
    @Override
    public void run(Arguments arguments, Lines out) throws IOException {
        arguments.allow("dpi");
        List<ImageFiles.Page> pages = new ArrayList<>();
        for (Path file : arguments.requiredFiles()) {
            pages.addAll(ImageFiles.read(file, arguments.dpi()));
        }
        InOrder.forEach(pages, Runtime.getRuntime().availableProcessors(), Analyse::analysed, out::print);
    }

    private static Map<String, Object> analysed(ImageFiles.Page page) throws IOException {
        PageRaster raster = page.source().raster();
        PageAnalysis a = PageAnalyser.analyse(raster);
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("file", page.file());
        line.put("page", page.number());
        line.put("widthPx", raster.width());
        line.put("heightPx", raster.height());
        line.put("dpi", raster.resolution().dpi());
        line.put("colour", a.colour().name().toLowerCase(Locale.ROOT));
        line.put("blank", a.blankness().isBlank(BlankSensitivity.USUAL));
        line.put("blankReason", a.blankness().reason(BlankSensitivity.USUAL));
        line.put("skewDegrees", rounded(a.skewDegrees(), 1000));
        line.put("uprightDegrees", a.uprightDegrees());
        line.put("uprightConfidence", rounded(a.uprightConfidence(), 100));
        line.put("media", a.paper().media().name());
        line.put("mediaWidthMm", rounded(a.paper().widthMm(), 10));
        line.put("mediaHeightMm", rounded(a.paper().heightMm(), 10));
        line.put("kind", a.kind().code());
        line.put("kindConfidence", rounded(a.kindConfidence(), 100));
        line.put("portrait", a.portrait().map(Analyse::box).orElse(null));
        line.put("barcodes", a.barcodes().stream().map(Analyse::barcode).toList());
        line.put("separator", a.separator().isPresent());
        line.put(
                "papers",
                PageAnalyser.papers(raster).stream().map(Analyse::corners).toList());
        return line;
    }

    private static double rounded(double value, int parts) {
        // Never "-0.0".
        return Math.round(value * parts) / (double) parts + 0.0;
    }

    private static List<Integer> box(Box box) {
        return List.of(box.x(), box.y(), box.width(), box.height());
    }

    private static List<List<Double>> corners(Outline outline) {
        return Stream.of(outline.topLeft(), outline.topRight(), outline.bottomRight(), outline.bottomLeft())
                .map(corner -> List.of(rounded(corner.x(), 10), rounded(corner.y(), 10)))
                .toList();
    }

    private static Map<String, Object> barcode(Barcode barcode) {
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("symbology", barcode.symbology().words());
        line.put("text", barcode.text());
        line.put("box", box(barcode.box()));
        return line;
    }
}
