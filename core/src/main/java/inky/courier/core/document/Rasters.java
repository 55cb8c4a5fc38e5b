package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;

/** Page rasters as the images of the JDK, for its codecs. */
final class Rasters {
    private Rasters() {}

    static BufferedImage image(PageRaster page) {
        BufferedImage image = new BufferedImage(
                page.width(),
                page.height(),
                page.isGrey() ? BufferedImage.TYPE_BYTE_GRAY : BufferedImage.TYPE_3BYTE_BGR);
        byte[] target = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        byte[] samples = page.samples();
        if (page.isGrey()) {
            System.arraycopy(samples, 0, target, 0, target.length);
            return image;
        }
        for (int i = 0; i < target.length; i += 3) {
            target[i] = samples[i + 2];
            target[i + 1] = samples[i + 1];
            target[i + 2] = samples[i];
        }
        return image;
    }
}
