package inky.courier.standins;

import inky.courier.standins.Sheet.Print;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** A scan under way: the sides still to come, drawn one by one when they are asked for. */
final class ScanJob {
    private static final float JPEG_QUALITY = 0.75f;

    /** The seed of paper that looks the same each time, and so is drawn once. */
    static final long SAME = -1;

    private static final Map<Drawn, byte[]> DRAWN = new ConcurrentHashMap<>();

    private record Drawn(Side side, int dpi, boolean colour) {}

    private record Side(Optional<Print> print, Optional<Print> behind, Sheet sheet, long seed) {}

    private final int id;
    private final List<Side> sides = new ArrayList<>();
    private final int dpi;
    private final boolean colour;
    private int next;
    private volatile boolean cancelled;

    ScanJob(int id, List<Sheet> sheets, boolean bothSides, int dpi, boolean colour, long seed) {
        this.id = id;
        this.dpi = dpi;
        this.colour = colour;
        for (int i = 0; i < sheets.size(); i++) {
            Sheet sheet = sheets.get(i);
            sides.add(new Side(
                    Optional.of(sheet.front()), sheet.back(), sheet, seed < 0 ? SAME - i * 2L : seed * 1000 + i * 2L));
            if (bothSides) {
                sides.add(new Side(
                        sheet.back(),
                        Optional.of(sheet.front()),
                        sheet,
                        seed < 0 ? SAME - i * 2L - 1 : seed * 1000 + i * 2L + 1));
            }
        }
    }

    int id() {
        return id;
    }

    int delivered() {
        return next;
    }

    boolean hasMore() {
        return !cancelled && next < sides.size();
    }

    void cancel() {
        cancelled = true;
    }

    byte[] nextPage() throws IOException {
        Side side = sides.get(next++);
        if (side.seed >= 0) {
            return jpeg(draw(side));
        }
        Drawn wanted = new Drawn(side, dpi, colour);
        byte[] page = DRAWN.get(wanted);
        if (page == null) {
            page = jpeg(draw(side));
            DRAWN.put(wanted, page);
        }
        return page;
    }

    private BufferedImage draw(Side side) {
        return new PaperArtist(side.seed).draw(side.print, side.behind, side.sheet, dpi, colour);
    }

    private static byte[] jpeg(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        try (var bytes = new ByteArrayOutputStream();
                var out = new MemoryCacheImageOutputStream(bytes)) {
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(JPEG_QUALITY);
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), param);
            out.flush();
            return bytes.toByteArray();
        } finally {
            writer.dispose();
        }
    }
}
