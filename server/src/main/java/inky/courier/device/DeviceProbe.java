package inky.courier.device;

import inky.courier.connection.ProbeReport;
import inky.courier.connection.ProbeReport.StepResult;
import inky.courier.connection.ProbeReport.StepState;
import inky.courier.core.message.Message;
import inky.courier.device.snmp.SnmpReader;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.UnknownHostException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Goes the way to a device step by step, and says where it ends and what to do. */
@Component
class DeviceProbe {
    private static final int CONNECT_MILLIS = 4_000;

    private final DeviceService devices;
    private final DeviceLinks links;
    private final DeviceHttp http;
    private final SnmpReader snmp;
    private final Clock clock;

    DeviceProbe(DeviceService devices, DeviceLinks links, DeviceHttp http, SnmpReader snmp, Clock clock) {
        this.devices = devices;
        this.links = links;
        this.http = http;
        this.snmp = snmp;
        this.clock = clock;
    }

    /** What a step finds out. @param farSide as the other side has it */
    private record Finding(StepState state, String farSide, Message note) {
        private static Finding passed(String farSide) {
            return new Finding(StepState.PASSED, farSide, Message.none());
        }
    }

    private interface Step {
        Finding go() throws DeviceTrouble;
    }

    /** Its steps, in their order; after one that fails no other is tried. */
    private final class Way {
        private final List<StepResult> steps = new ArrayList<>();
        private Optional<DeviceTrouble> trouble = Optional.empty();
        private Optional<ProbeReport.Certificate> certificate = Optional.empty();

        void step(String name, String code, Step step) {
            Message title = Message.of(code);
            if (trouble.isPresent()) {
                steps.add(new StepResult(name, title, StepState.NOT_TRIED, 0, "", Message.none()));
                return;
            }
            long begin = System.nanoTime();
            Finding finding;
            try {
                finding = step.go();
            } catch (DeviceTrouble found) {
                trouble = Optional.of(found);
                finding = new Finding(StepState.FAILED, "", Message.none());
            }
            long millis = (System.nanoTime() - begin) / 1_000_000;
            steps.add(new StepResult(name, title, finding.state, millis, finding.farSide, finding.note));
        }

        ProbeReport report() {
            return new ProbeReport(
                    clock.instant(),
                    trouble.isEmpty(),
                    List.copyOf(steps),
                    trouble.map(DeviceTrouble::code).orElse(null),
                    trouble.map(DeviceTrouble::sentence).orElse(Message.none()),
                    trouble.map(DeviceTrouble::remedy).orElse(Message.none()),
                    certificate.orElse(null),
                    0,
                    List.of());
        }
    }

    ProbeReport of(UUID id) {
        DeviceAddress device = devices.addressOf(id);
        Way way = new Way();
        way.step("name", "device.probe.name", () -> Finding.passed(address(device)));
        if (device.protocol().answers()) {
            way.step("connection", "device.probe.connection", () -> Finding.passed(connected(device)));
            if (device.isEncrypted()) {
                way.step("certificate", "device.probe.certificate", () -> {
                    way.certificate = http.certificate(device);
                    return way.certificate
                            .map(shown -> new Finding(StepState.PASSED, shown.subject(), shown.verdict()))
                            .orElseThrow(() -> DeviceTrouble.of("device.no-tls"));
                });
            }
            way.step("answer", "device.probe.answer", () -> answer(device));
        }
        if (snmp.asks()) {
            way.step("snmp", "device.probe.snmp", () -> bySnmp(device));
        }
        return way.report();
    }

    private static String address(DeviceAddress device) throws DeviceTrouble {
        try {
            return InetAddress.getByName(device.host()).getHostAddress();
        } catch (UnknownHostException e) {
            throw DeviceTrouble.of("device.unknown-name");
        }
    }

    private static String connected(DeviceAddress device) throws DeviceTrouble {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(device.host(), device.port()), CONNECT_MILLIS);
            return device.host() + ":" + device.port();
        } catch (IOException e) {
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        }
    }

    private Finding answer(DeviceAddress device) throws DeviceTrouble {
        DeviceStatus.Report report;
        try {
            report = links.status(device).look(device);
        } catch (DeviceTrouble trouble) {
            if (trouble.isBusy()) {
                return new Finding(StepState.PASSED, "", trouble.sentence());
            }
            throw trouble;
        }
        boolean care = report.condition().stops();
        return new Finding(
                care ? StepState.CARE : StepState.PASSED,
                report.abilities().makeAndModel(),
                report.condition().sentence());
    }

    /** Where it does not answer so, it can be used all the same. */
    private Finding bySnmp(DeviceAddress device) {
        try {
            return Finding.passed(snmp.ask(device.host()).details().description());
        } catch (DeviceTrouble e) {
            Message why = e.sentence().and(e.remedy()).and(Message.of("device.probe.snmp-silent"));
            return new Finding(StepState.CARE, "", why);
        }
    }
}
