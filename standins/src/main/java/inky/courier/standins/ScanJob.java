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

    private record Drawn(Side side, Setting setting) {}

    /** @param size of the scan, with the lid around a smaller sheet; empty for the sheet's own */
    record Setting(int dpi, boolean colour, Optional<Sheet.Extent> size) {}

    private record Side(Optional<Print> print, Optional<Print> behind, Sheet sheet, long seed) {}

    private final int id;
    private final List<Side> sides = new ArrayList<>();
    private final Setting setting;
    private int next;
    private volatile boolean cancelled;

    ScanJob(int id, List<Sheet> sheets, boolean bothSides, Setting setting, long seed) {
        this.id = id;
        this.setting = setting;
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
        Drawn wanted = new Drawn(side, setting);
        byte[] page = DRAWN.get(wanted);
        if (page == null) {
            page = jpeg(draw(side));
            DRAWN.put(wanted, page);
        }
        return page;
    }

    private BufferedImage draw(Side side) {
        PaperArtist artist = new PaperArtist(side.seed);
        return setting.size
                .map(size -> artist.drawOnLid(side.print, side.behind, side.sheet, size, setting.dpi, setting.colour))
                .orElseGet(() -> artist.draw(side.print, side.behind, side.sheet, setting.dpi, setting.colour));
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
