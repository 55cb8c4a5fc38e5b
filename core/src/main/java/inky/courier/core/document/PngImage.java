package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.metadata.IIOInvalidTreeException;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageOutputStream;

/** PNG with its resolution. */
final class PngImage {
    private PngImage() {}

    static void write(PageRaster page, Path target) throws IOException {
        var image = Rasters.image(page);
        var writer = ImageIO.getImageWritersByFormatName("png").next();
        ImageWriteParam param = writer.getDefaultWriteParam();
        IIOMetadata metadata = writer.getDefaultImageMetadata(new ImageTypeSpecifier(image), param);
        setResolution(metadata, page.resolution().dpi());
        java.nio.file.Files.deleteIfExists(target);
        try (ImageOutputStream out = ImageIO.createImageOutputStream(target.toFile())) {
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, metadata), param);
        } finally {
            writer.dispose();
        }
    }

    /** The pHYs chunk counts pixels a metre. */
    private static void setResolution(IIOMetadata metadata, int dpi) throws IIOInvalidTreeException {
        String name = "javax_imageio_png_1.0";
        String perMetre = Long.toString(Math.round(dpi / 0.0254));
        IIOMetadataNode root = new IIOMetadataNode(name);
        IIOMetadataNode physical = new IIOMetadataNode("pHYs");
        physical.setAttribute("pixelsPerUnitXAxis", perMetre);
        physical.setAttribute("pixelsPerUnitYAxis", perMetre);
        physical.setAttribute("unitSpecifier", "meter");
        root.appendChild(physical);
        metadata.mergeTree(name, root);
    }
}
