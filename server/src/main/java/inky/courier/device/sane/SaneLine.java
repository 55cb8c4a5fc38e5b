package inky.courier.device.sane;

import inky.courier.connection.Deadline;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PixelLimit;
import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** A conversation with a computer that lends its scanners: SANE standard 1.06 section 5.2, the requests that scanning needs. */
final class SaneLine implements AutoCloseable {
    private static final int CONNECT_MILLIS = 3_000;

    /** Major and build of the protocol. */
    private static final int VERSION = 1 << 24 | 3;

    private static final int END = 0xffffffff;
    private static final int LITTLE = 0x1234;
    private static final int MOST_RECORD = 1024 * 1024;

    /** Requests by their codes. */
    private static final int INIT = 0;

    private static final int GET_DEVICES = 1;
    private static final int OPEN = 2;
    private static final int CLOSE = 3;
    private static final int GET_OPTION_DESCRIPTORS = 4;
    private static final int CONTROL_OPTION = 5;
    private static final int GET_PARAMETERS = 6;
    private static final int START = 7;
    private static final int CANCEL = 8;
    private static final int EXIT = 10;

    private static final int SET = 1;

    private final InetSocketAddress at;
    private final Duration patience;
    private final Socket socket;
    private final SaneWire wire;

    /** A status other than good: SANE standard 1.06 section 4.2.7. */
    static final class Refused extends IOException {
        static final int BUSY = 3;
        static final int INVALID = 4;
        static final int JAMMED = 6;
        static final int NO_DOCUMENTS = 7;
        static final int COVER_OPEN = 8;
        static final int DENIED = 11;

        private final int status;

        Refused(int status) {
            super("status " + status);
            this.status = status;
        }

        int status() {
            return status;
        }
    }

    /** A scanner as it is listed. @param name by which it is opened */
    record Scanner(String name, String vendor, String model) {}

    private SaneLine(InetSocketAddress at, Duration patience, Socket socket) throws IOException {
        this.at = at;
        this.patience = patience;
        this.socket = socket;
        this.wire = new SaneWire(socket.getInputStream(), socket.getOutputStream());
    }

    /** @param patience for each answer */
    static SaneLine open(InetSocketAddress at, Duration patience) throws IOException {
        Socket socket = new Socket();
        try {
            socket.connect(at, CONNECT_MILLIS);
            socket.setSoTimeout((int) patience.toMillis());
            SaneLine line = new SaneLine(at, patience, socket);
            line.within(() -> {
                line.wire.word(INIT).word(VERSION).string("courier").send();
                check(line.wire.word());
                return line.wire.word();
            });
            return line;
        } catch (IOException e) {
            socket.close();
            throw e;
        }
    }

    /** A far side that says a byte now and then would outlive the time of each. */
    private <T> T within(SaneWire.Reading<T> conversation) throws IOException {
        try (var ignored = Deadline.of(patience, socket)) {
            return conversation.read();
        }
    }

    private static void check(int status) throws Refused {
        if (status != 0) {
            throw new Refused(status);
        }
    }

    List<Scanner> scanners() throws IOException {
        return within(() -> {
            wire.word(GET_DEVICES).send();
            check(wire.word());
            return wire
                    .array(() -> wire.pointer(() -> {
                        Scanner scanner = new Scanner(wire.string(), wire.string(), wire.string());
                        // Its type, in words of no list.
                        wire.string();
                        return scanner;
                    }))
                    .stream()
                    .flatMap(Optional::stream)
                    .toList();
        });
    }

    /** @return the handle by which it is spoken of */
    int open(Scanner scanner) throws IOException {
        return within(() -> {
            wire.word(OPEN).string(scanner.name).send();
            int status = wire.word();
            int handle = wire.word();
            signedIn(wire.string());
            check(status);
            return handle;
        });
    }

    /** A resource is named where an account is asked for, which is not given. */
    private static void signedIn(String resource) throws Refused {
        if (!resource.isEmpty()) {
            throw new Refused(Refused.DENIED);
        }
    }

    List<SaneOption> options(int handle) throws IOException {
        return within(() -> {
            wire.word(GET_OPTION_DESCRIPTORS).word(handle).send();
            int[] number = {0};
            return wire
                    .array(() -> {
                        int at = number[0]++;
                        return wire.pointer(() -> option(at));
                    })
                    .stream()
                    .flatMap(Optional::stream)
                    .toList();
        });
    }

    private SaneOption option(int number) throws IOException {
        String name = wire.string();
        wire.string();
        wire.string();
        int type = wire.word();
        wire.word();
        int size = wire.word();
        int capabilities = wire.word();
        List<Integer> words = List.of();
        SaneOption.Range range = SaneOption.Range.NONE;
        List<String> texts = List.of();
        switch (wire.word()) {
            case 0 -> {
                // Nothing bounds it.
            }
            case 1 ->
                range = wire.pointer(() -> {
                            SaneOption.Range read = new SaneOption.Range(wire.word(), wire.word());
                            wire.word();
                            return read;
                        })
                        .orElse(range);
            case 2 -> {
                // Its first word is how many follow.
                List<Integer> read = wire.array(wire::word);
                words = read.isEmpty() ? read : read.subList(1, read.size());
            }
            case 3 ->
                texts = wire.array(wire::string).stream()
                        .filter(text -> !text.isEmpty())
                        .toList();
            default -> throw new IOException("an unknown constraint");
        }
        return new SaneOption(number, name, type, size, capabilities, words, range, texts);
    }

    void set(int handle, SaneOption option, double value) throws IOException {
        within(() -> {
            wire.word(CONTROL_OPTION).word(handle).word(option.number()).word(SET);
            wire.word(option.type())
                    .word(Integer.BYTES)
                    .word(1)
                    .word(option.word(value))
                    .send();
            return changed();
        });
    }

    void set(int handle, SaneOption option, String value) throws IOException {
        within(() -> {
            wire.word(CONTROL_OPTION).word(handle).word(option.number()).word(SET);
            // As long as the option can be, with zeros behind it: the far side copies so much.
            wire.word(option.type())
                    .word(option.size())
                    .text(value, option.size())
                    .send();
            return changed();
        });
    }

    private int changed() throws IOException {
        int status = wire.word();
        int info = wire.word();
        int type = wire.word();
        wire.word();
        if (type == SaneOption.STRING) {
            wire.string();
        } else {
            wire.array(wire::word);
        }
        signedIn(wire.string());
        check(status);
        return info;
    }

    /** Begins the next page: the paper is fed where there is a feeder. @return where its samples come from */
    Frame start(int handle) throws IOException {
        return within(() -> {
            wire.word(START).word(handle).send();
            int status = wire.word();
            int port = wire.word();
            int order = wire.word();
            signedIn(wire.string());
            check(status);
            if (port < 1 || port > 65_535) {
                throw new IOException("port " + port);
            }
            // Connected at once: the far side waits for it before it says anything else.
            return new Frame(new Socket(), port, order == LITTLE);
        });
    }

    /** The samples of a page under way. */
    record Frame(Socket data, int port, boolean little) {}

    private record Parameters(int format, int bytesPerLine, int width, int lines, int depth) {}

    private Parameters parameters(int handle) throws IOException {
        return within(() -> {
            wire.word(GET_PARAMETERS).word(handle).send();
            check(wire.word());
            int format = wire.word();
            // Whether it is the last frame: those of three colours one after the other are not read.
            wire.word();
            return new Parameters(format, wire.word(), wire.word(), wire.word(), wire.word());
        });
    }

    /** Waits for the page. */
    PageRaster read(int handle, Frame frame, Resolution resolution) throws IOException {
        try (Socket data = frame.data;
                var ignored = Deadline.of(patience, data)) {
            data.connect(new InetSocketAddress(at.getAddress(), frame.port), CONNECT_MILLIS);
            data.setSoTimeout((int) patience.toMillis());
            Parameters p = parameters(handle);
            int channels = p.format == 1 ? 3 : 1;
            if (p.format > 1 || p.depth != 1 && p.depth != 8 && p.depth != 16 || p.width <= 0 || p.bytesPerLine <= 0) {
                throw new IOException("pages of a sort that is not read");
            }
            int room = p.lines > 0 ? p.lines : (int) (resolution.dpi() * LONGEST_INCHES);
            PixelLimit.check(p.width, room);
            Samples samples = new Samples(p, channels, room, frame.little);
            samples.read(new DataInputStream(new BufferedInputStream(data.getInputStream())));
            return samples.raster(resolution);
        }
    }

    /** Of a page whose length is only known at its end. */
    private static final double LONGEST_INCHES = 17;

    /** Rows as they come, made samples of eight bits. */
    private static final class Samples {
        private final Parameters p;
        private final int channels;
        private final boolean little;
        private final byte[] pixels;
        private final byte[] row;
        private int filled;
        private int rows;

        Samples(Parameters p, int channels, int room, boolean little) {
            this.p = p;
            this.channels = channels;
            this.little = little;
            this.pixels = new byte[p.width * channels * room];
            this.row = new byte[p.bytesPerLine];
        }

        void read(DataInputStream in) throws IOException {
            byte[] record = new byte[MOST_RECORD];
            for (int length = in.readInt(); length != END; length = in.readInt()) {
                if (length < 0 || length > MOST_RECORD) {
                    throw new IOException("a record of " + length);
                }
                in.readFully(record, 0, length);
                take(record, length);
            }
            int status = in.read();
            // 5: the end of the page.
            if (status > 0 && status != 5) {
                throw new Refused(status);
            }
        }

        private void take(byte[] record, int length) {
            for (int i = 0; i < length; i++) {
                row[filled++] = record[i];
                if (filled == row.length) {
                    filled = 0;
                    endRow();
                }
            }
        }

        /** What comes beyond the page is not kept. */
        private void endRow() {
            int stride = p.width * channels;
            if ((rows + 1) * stride > pixels.length) {
                return;
            }
            for (int i = 0; i < stride; i++) {
                pixels[rows * stride + i] = sample(i);
            }
            rows++;
        }

        private byte sample(int i) {
            return switch (p.depth) {
                // A set bit is black.
                case 1 -> (byte) ((row[Math.min(row.length - 1, i >> 3)] & 0x80 >> (i & 7)) != 0 ? 0 : 255);
                case 8 -> row[Math.min(row.length - 1, i)];
                default -> row[Math.min(row.length - 1, 2 * i + (little ? 1 : 0))];
            };
        }

        PageRaster raster(Resolution resolution) throws IOException {
            int stride = p.width * channels;
            if (rows == 0) {
                throw new IOException("a page without rows");
            }
            return new PageRaster(
                    p.width,
                    rows,
                    channels,
                    resolution,
                    java.util.Arrays.copyOf(Objects.requireNonNull(pixels), rows * stride));
        }
    }

    void cancel(int handle) throws IOException {
        within(() -> {
            wire.word(CANCEL).word(handle).send();
            return wire.word();
        });
    }

    /** Says good-bye, so that the scanner is free for others at once. */
    void end(int handle) {
        try (this) {
            within(() -> {
                wire.word(CLOSE).word(handle).send();
                return wire.word();
            });
            wire.word(EXIT).send();
        } catch (IOException e) {
            // A far side that is gone keeps nothing open.
        }
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
