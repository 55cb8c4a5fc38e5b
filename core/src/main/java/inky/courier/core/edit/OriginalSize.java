package inky.courier.core.edit;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.message.Message;
import inky.courier.core.page.Outline;
import inky.courier.core.page.Paper;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;

/**
 * What is asked about an original that was scanned from the glass when its size is no standard one, or cannot be told: on
 * the glass nothing guides the paper, and what is taken for its edge may be a fold or a shadow.
 *
 * @param found the size as measured; empty where paper and lid look alike
 * @param choices first what becomes of it by the profile
 */
public record OriginalSize(Optional<String> found, List<SizeChoice> choices) {
    /** More standard sizes than these do not help to choose. */
    private static final int MOST_SIZES = 3;

    /** How much larger than the glass a size may be without losing anything that is missed, in hundredths of a millimetre. */
    private static final int TOLERANCE = 200;

    /** @param part of the scan; empty for what becomes of it by the profile */
    public record SizeChoice(Message words, Optional<Part> part) {}

    /** The same question about the page as a person has turned it. */
    public OriginalSize turned(int quarters) {
        return new OriginalSize(
                found,
                choices.stream()
                        .map(choice -> new SizeChoice(choice.words, choice.part.map(part -> part.turned(quarters))))
                        .toList());
    }

    /**
     * @param width of the scan in hundredths of a millimetre
     * @param height of the scan in hundredths of a millimetre
     * @param pixels of the scan's width
     * @param paper as found in it
     * @return empty where nothing has to be asked
     */
    public static Optional<OriginalSize> unknown(int width, int height, int pixels, Paper paper, ScanProfile profile) {
        Tidy tidy = profile.tidy();
        if (profile.input().size().isPresent()
                || tidy.eachPaper()
                || tidy.card()
                || tidy.openedBook() != Tidy.Book.NO) {
            return Optional.empty();
        }
        boolean seen = paper.edgesSeen();
        MediaSize measured = seen ? paper.media() : MediaSizes.snap(width, height);
        if (MediaSizes.byName(measured.name()).isPresent()) {
            return Optional.empty();
        }
        Glass glass = new Glass(width, height);
        Part around = seen ? glass.around(paper.outline(), (double) width / pixels) : new Part(0, 0, 0, 0);
        Message all = Message.of("original.all-of-the-glass");
        Message asFound = Message.text(measured.label());
        List<SizeChoice> choices = new ArrayList<>();
        choices.add(new SizeChoice(seen && tidy.crop() ? asFound : all, Optional.empty()));
        if (seen && !tidy.crop()) {
            choices.add(new SizeChoice(asFound, Optional.of(around)));
        }
        glass.sizes(around, seen)
                .forEach(size -> choices.add(
                        new SizeChoice(Message.text(size.media.label()), Optional.of(glass.place(size, around)))));
        if (seen && tidy.crop()) {
            choices.add(new SizeChoice(all, Optional.of(Part.WHOLE)));
        }
        return Optional.of(new OriginalSize(seen ? Optional.of(measured.label()) : Optional.empty(), choices));
    }

    /** A standard size as it lies, upright or across. */
    private record Laid(MediaSize media, int width, int height) {
        double area() {
            return (double) width * height;
        }
    }

    /** What was scanned, in hundredths of a millimetre. */
    private record Glass(int width, int height) {
        Part around(Outline outline, double unit) {
            return new Part(
                    within(least(outline, Outline.Point::x) * unit / width),
                    within(least(outline, Outline.Point::y) * unit / height),
                    within(-least(outline, corner -> -corner.x()) * unit / width),
                    within(-least(outline, corner -> -corner.y()) * unit / height));
        }

        /** Standard sizes that hold the paper: the nearest ones where it was seen, else the largest that fit. */
        List<Laid> sizes(Part around, boolean seen) {
            double least = (around.right() - around.left()) * width;
            double lowest = (around.bottom() - around.top()) * height;
            Comparator<Laid> bySize = Comparator.comparingDouble(Laid::area);
            return DeviceSetting.PAPER.offers().stream()
                    .flatMap(name -> MediaSizes.byName(name.toString()).stream())
                    .flatMap(size -> Stream.of(
                                    new Laid(size, size.width(), size.height()),
                                    new Laid(size, size.height(), size.width()))
                            .filter(laid -> laid.width >= least && laid.width <= width + TOLERANCE)
                            .filter(laid -> laid.height >= lowest && laid.height <= height + TOLERANCE)
                            .limit(1))
                    .filter(laid -> laid.area() < 0.98 * width * height)
                    .sorted(seen ? bySize : bySize.reversed())
                    .limit(MOST_SIZES)
                    .toList();
        }

        /** Around the paper, as far as the glass reaches. */
        Part place(Laid size, Part around) {
            double across = Math.min(1, (double) size.width / width);
            double down = Math.min(1, (double) size.height / height);
            double left = begin(around.left(), around.right(), across);
            double top = begin(around.top(), around.bottom(), down);
            return new Part(left, top, Math.min(1, left + across), Math.min(1, top + down));
        }

        private static double begin(double from, double to, double extent) {
            return Math.max(0, Math.min(1 - extent, (from + to - extent) / 2));
        }

        private static double least(Outline outline, ToDoubleFunction<Outline.Point> of) {
            return Stream.of(outline.topLeft(), outline.topRight(), outline.bottomRight(), outline.bottomLeft())
                    .mapToDouble(of)
                    .min()
                    .orElseThrow();
        }

        private static double within(double fraction) {
            return Math.max(0, Math.min(1, fraction));
        }
    }
}
