package inky.courier.device.escl;

import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.message.Message;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceScanner;
import inky.courier.device.DeviceTrouble;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Scanning by eSCL: a job is posted, its pages are asked for one by one until there are no more. */
@Component
class EsclScanner implements DeviceScanner {
    private final EsclClient client;

    EsclScanner(EsclClient client) {
        this.client = client;
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.ESCL;
    }

    @Override
    public Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble {
        EsclCapabilities.Input input = client.capabilities(device)
                .input(profile.input().source(), profile.sides())
                .orElseThrow(() -> DeviceTrouble.of("device.cannot"));
        EsclState before = client.state(device);
        boolean feeder = profile.input().source() == PaperSource.FEEDER;
        check(before, feeder);
        String job = client.begin(device, EsclSettings.of(profile, input))
                .orElseThrow(() -> DeviceTrouble.of("device.cannot"));
        return new EsclScan(device, job, feeder);
    }

    /** @throws DeviceTrouble where nothing can be scanned as it is */
    private static void check(EsclState state, boolean feeder) throws DeviceTrouble {
        if (state.isStopped()) {
            throw stopped(state);
        }
        if (feeder && state.isFeederEmpty()) {
            throw DeviceTrouble.of("device.no-paper");
        }
    }

    private static DeviceTrouble stopped(EsclState state) {
        return new DeviceTrouble(
                "device.stopped", state.condition().sentence(), Message.of("trouble.device.stopped.remedy"));
    }

    private final class EsclScan implements Scan {
        private final DeviceAddress device;
        private final String job;
        private final boolean feeder;
        private int pages;
        private Optional<byte[]> ahead = Optional.empty();

        EsclScan(DeviceAddress device, String job, boolean feeder) {
            this.device = device;
            this.job = job;
            this.feeder = feeder;
        }

        /** Only the device knows, once it has looked for another sheet. */
        @Override
        public boolean hasNext() throws DeviceTrouble {
            if (ahead.isEmpty()) {
                ahead = client.next(device, job);
                if (ahead.isEmpty()) {
                    checkEnd();
                }
            }
            return ahead.isPresent();
        }

        @Override
        public byte[] next() throws DeviceTrouble {
            if (!hasNext()) {
                throw DeviceTrouble.of("device.unreadable");
            }
            byte[] page = ahead.orElseThrow();
            ahead = Optional.empty();
            pages++;
            return page;
        }

        /** No more pages come as well after a jam as after the last one. */
        private void checkEnd() throws DeviceTrouble {
            EsclState state = client.state(device);
            if (state.isStopped()) {
                throw stopped(state);
            }
            if (state.gaveUp(job)) {
                throw DeviceTrouble.of("device.gave-up");
            }
            if (pages == 0) {
                throw DeviceTrouble.of(feeder ? "device.no-paper" : "device.unreadable");
            }
        }

        @Override
        public void cancel() {
            try {
                client.cancel(device, job);
            } catch (DeviceTrouble e) {
                // A device that is gone has stopped scanning as well.
            }
        }
    }
}
