package inky.courier.device.sane;

import inky.courier.core.document.JpegPages;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.page.PageRoom;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceScanner;
import inky.courier.device.DeviceTrouble;
import inky.courier.device.sane.SaneLine.Refused;
import inky.courier.device.sane.SaneScanners.Options;
import java.io.IOException;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Scanning over the SANE network protocol: options are set, then page after page is begun and read. */
@Component
class SaneScanner implements DeviceScanner {
    /** Samples come as they were measured; coded as finely as any scanner does. */
    private static final float QUALITY = 0.9f;

    private static final int MM_A_HUNDREDTH = 100;

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.SANE;
    }

    @Override
    public Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble {
        SaneLine line = SaneScanners.line(device, SaneScanners.patience(true));
        try {
            SaneLine.Scanner scanner = SaneScanners.scanner(line);
            int handle = SaneScanners.with(() -> line.open(scanner));
            set(line, handle, profile);
            return new SaneScan(line, handle, profile);
        } catch (DeviceTrouble e) {
            close(line);
            throw e;
        }
    }

    private static void close(SaneLine line) {
        try {
            line.close();
        } catch (IOException e) {
            // It is gone already.
        }
    }

    private static void set(SaneLine line, int handle, ScanProfile profile) throws DeviceTrouble {
        Setting setting = new Setting(line, handle);
        String source = setting.options()
                .source(profile.input().source(), profile.sides())
                .orElseThrow(() -> DeviceTrouble.of("device.cannot"));
        setting.text("source", Optional.of(source).filter(name -> !name.isEmpty()));
        boolean colour = profile.colour() == ColourMode.AS_FOUND || profile.colour() == ColourMode.COLOUR;
        Options options = setting.options();
        setting.text("mode", options.mode(colour).or(() -> options.mode(!colour)));
        int dpi = profile.resolution().dpi();
        if (options.named("resolution")
                .filter(option -> option.among(dpi).isEmpty())
                .isPresent()) {
            throw DeviceTrouble.of("device.cannot");
        }
        setting.number("resolution", dpi);
        setting.number("depth", 8);
        setting.number("tl-x", 0);
        setting.number("tl-y", 0);
        setting.largest("br-x", profile.input().size().map(size -> (double) size.width() / MM_A_HUNDREDTH));
        setting.largest("br-y", profile.input().size().map(size -> (double) size.height() / MM_A_HUNDREDTH));
    }

    /** Sets options one by one; each may change what the others can be. */
    private static final class Setting {
        private final SaneLine line;
        private final int handle;

        Setting(SaneLine line, int handle) {
            this.line = line;
            this.handle = handle;
        }

        Options options() throws DeviceTrouble {
            return Options.of(SaneScanners.with(() -> line.options(handle)));
        }

        private Optional<SaneOption> active(String name) throws DeviceTrouble {
            return options().named(name).filter(SaneOption::isActive);
        }

        void text(String name, Optional<String> value) throws DeviceTrouble {
            Optional<SaneOption> option = active(name);
            if (option.isPresent() && value.isPresent()) {
                SaneScanners.with(() -> {
                    line.set(handle, option.get(), value.get());
                    return null;
                });
            }
        }

        void number(String name, double value) throws DeviceTrouble {
            Optional<SaneOption> option = active(name);
            if (option.isPresent()) {
                SaneScanners.with(() -> {
                    line.set(handle, option.get(), value);
                    return null;
                });
            }
        }

        /** As far as it is wanted, or as the scanner reaches. */
        void largest(String name, Optional<Double> wanted) throws DeviceTrouble {
            Optional<SaneOption> option = active(name);
            if (option.isPresent() && option.get().largest() > 0) {
                number(
                        name,
                        Math.min(wanted.orElse(Double.MAX_VALUE), option.get().largest()));
            }
        }
    }

    private static final class SaneScan implements Scan {
        private final SaneLine line;
        private final int handle;
        private final ScanProfile profile;
        private Optional<SaneLine.Frame> begun = Optional.empty();
        private int pages;
        private boolean ended;

        SaneScan(SaneLine line, int handle, ScanProfile profile) {
            this.line = line;
            this.handle = handle;
            this.profile = profile;
        }

        /** The scanner feeds the next sheet, or finds that there is none. */
        @Override
        public boolean hasNext() throws DeviceTrouble {
            if (begun.isPresent()) {
                return true;
            }
            if (ended || pages > 0 && profile.input().source() == PaperSource.GLASS) {
                end();
                return false;
            }
            try {
                begun = Optional.of(line.start(handle));
                return true;
            } catch (Refused refused) {
                end();
                if (refused.status() == Refused.NO_DOCUMENTS && pages > 0) {
                    return false;
                }
                return SaneScanners.with(() -> {
                    throw refused;
                });
            } catch (IOException e) {
                end();
                throw DeviceTrouble.of("device.line");
            }
        }

        @Override
        public byte[] next() throws DeviceTrouble {
            if (!hasNext()) {
                throw DeviceTrouble.of("device.unreadable");
            }
            SaneLine.Frame frame = begun.orElseThrow();
            begun = Optional.empty();
            try {
                byte[] page = PageRoom.here()
                        .with(
                                pixels(),
                                () -> JpegPages.encode(line.read(handle, frame, profile.resolution()), QUALITY));
                pages++;
                return page;
            } catch (Refused refused) {
                end();
                return SaneScanners.with(() -> {
                    throw refused;
                });
            } catch (IOException e) {
                end();
                throw DeviceTrouble.of("device.line");
            }
        }

        /** Of A4 as it was asked for, which most pages are. */
        private long pixels() {
            double dpi = profile.resolution().dpi();
            return Math.round(dpi * dpi * A4_SQUARE_INCHES);
        }

        private static final double A4_SQUARE_INCHES = 96.7;

        private void end() {
            if (!ended) {
                ended = true;
                line.end(handle);
            }
        }

        @Override
        public void cancel() {
            try {
                line.cancel(handle);
            } catch (IOException e) {
                // A scanner that is gone has stopped as well.
            }
            end();
        }
    }
}
