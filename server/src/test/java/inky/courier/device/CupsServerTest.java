package inky.courier.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.model.Types;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PagesPerSide;
import inky.courier.core.destination.PrintSettings.PrintColour;
import inky.courier.core.destination.PrintSettings.PrintScaling;
import inky.courier.core.destination.PrintSettings.PrintSides;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.print.PrintOffer;
import inky.courier.core.print.PrintWish;
import inky.courier.harness.DeviceMail;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.FreePort;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** A printer that is not ours: Debian's CUPS server, whose printers can be set over IPP (RFC 3380). */
@Tag("long")
@ExtendWith(SharedOffice.class)
class CupsServerTest {
    /** Whoever asks from this machine has to call it by this name or address: anything else might be a page of a browser. */
    private static final String HOST = "127.0.0.1";

    @TempDir
    Path folder;

    private Process server(int port) throws IOException {
        String user = System.getProperty("user.name").equals("root") ? "User lp\nGroup lp\n" : "";
        StringBuilder files = new StringBuilder(user + "FileDevice Yes\nSandboxing relaxed\nSystemGroup root\n");
        for (String part : new String[] {"ServerRoot", "RequestRoot", "CacheDir", "StateDir", "TempDir"}) {
            Path made = Files.createDirectories(folder.resolve(part));
            made.toFile().setWritable(true, false);
            files.append(part).append(' ').append(made).append('\n');
        }
        for (String log : new String[] {"ErrorLog", "AccessLog", "PageLog"}) {
            files.append(log).append(' ').append(folder.resolve(log)).append('\n');
        }
        folder.toFile().setExecutable(true, false);
        folder.toFile().setReadable(true, false);
        folder.toFile().setWritable(true, false);
        Path fileSettings = Files.writeString(folder.resolve("cups-files.conf"), files);
        Path settings = Files.writeString(folder.resolve("cupsd.conf"), """
                Listen %s:%d
                Browsing No
                WebInterface No
                DefaultAuthType None
                <Location />
                  Order allow,deny
                  Allow all
                </Location>
                <Policy default>
                  JobPrivateAccess all
                  JobPrivateValues none
                  <Limit All>
                    Order allow,deny
                    Allow all
                  </Limit>
                </Policy>
                """.formatted(HOST, port));
        return new ProcessBuilder("/usr/sbin/cupsd", "-f", "-c", settings.toString(), "-s", fileSettings.toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("said").toFile())
                .start();
    }

    private static String printer(int port) throws IOException, InterruptedException {
        Process lpadmin = new ProcessBuilder(
                        "lpadmin",
                        "-h",
                        HOST + ":" + port,
                        "-p",
                        "copier",
                        "-v",
                        "file:///dev/null",
                        "-E",
                        "-D",
                        "Old copier")
                .redirectErrorStream(true)
                .start();
        String said = new String(lpadmin.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return lpadmin.waitFor() == 0 ? "" : said + " ";
    }

    @Test
    void itsNameAndPlaceAreSetAndWhatItDoesNotLetBeSetIsSaid(Office office) throws Exception {
        int port = FreePort.at(HOST);
        Process server = server(port);
        try {
            Waiting.until(
                    () -> {
                        try {
                            return printer(port).isEmpty();
                        } catch (IOException | InterruptedException e) {
                            throw new IllegalStateException(e);
                        }
                    },
                    "it has a printer");
            DeviceAddress device = new DeviceAddress(HOST, port, DeviceProtocol.IPP);
            IppSettings.Door door = new IppSettings.Door(
                    URI.create("http://" + HOST + ":" + port + "/printers/copier"),
                    URI.create("ipp://" + HOST + ":" + port + "/printers/copier"));
            IppSettings settings = office.bean(IppSettings.class);

            DeviceSettings before = settings.told(device, door);
            // It names its printer by an address and calls it by printer-info, which is what can be set.
            assertThat(before.told()).containsEntry(DeviceField.NAME, "Old copier");
            assertThat(before.settable()).containsExactly(DeviceField.NAME, DeviceField.PLACE);

            settings.set(
                    device,
                    door,
                    Map.of(DeviceField.NAME, "Wharf, \u00e9tage 2", DeviceField.PLACE, "Quay 2, first floor"));
            assertThat(settings.told(device, door).told())
                    .containsEntry(DeviceField.NAME, "Wharf, \u00e9tage 2")
                    .containsEntry(DeviceField.PLACE, "Quay 2, first floor");

            assertThatThrownBy(() -> settings.set(device, door, Map.of(DeviceField.SLEEP, "15")))
                    .isInstanceOfSatisfying(
                            DeviceTrouble.class,
                            trouble -> assertThat(trouble.sentence().toString())
                                    .isEqualTo("The device does not take this: time until sleep."));

            asItWasAsked(office, device, door);
        } finally {
            server.destroy();
            server.waitFor();
        }
    }

    /** A job has what was asked. */
    private static void asItWasAsked(Office office, DeviceAddress device, IppSettings.Door door) throws Exception {
        IppPrinter printer = office.bean(IppPrinter.class);
        PrintOffer offer = printer.offer(device, door);
        assertThat(offer.copies()).hasValueSatisfying(most -> assertThat(most).isGreaterThan(3));
        assertThat(offer.lacks(PrintSettings.of(3, PrintSides.ONE, PrintColour.AS_SET, false), "copier"))
                .isEmpty();
        byte[] pdf = DeviceMail.pdf(4);
        DevicePrinter.PrintAnswer answer = printer.print(
                device,
                door,
                new DevicePrinter.PrintOrder(
                        "Tide table",
                        "application/pdf",
                        pdf.length,
                        () -> new ByteArrayInputStream(pdf),
                        new PrintWish(
                                new PrintSettings(
                                        3,
                                        PrintSides.ONE,
                                        PrintColour.AS_SET,
                                        false,
                                        PrintScaling.FIT,
                                        PagesPerSide.FOUR),
                                "2-3",
                                "")));
        assertThat(answer.refusal()).as(answer.words()).isEmpty();
        List<String> jobs = new ArrayList<>();
        for (String which : List.of("not-completed", "completed")) {
            IppPacket.Builder request = IppPacket.getJobs(
                    door.printer(),
                    Types.jobName,
                    Types.copies,
                    Types.sides,
                    Types.numberUp,
                    Types.printScaling,
                    Types.pageRanges);
            request.getOperationAttributes().put(Types.whichJobs, which);
            office.bean(IppClient.class).tell(device, door.http(), request).packet().getAttributeGroups().stream()
                    .filter(group -> "Tide table".equals(group.getString(Types.jobName)))
                    .map(group -> group.getValue(Types.copies) + " copies, "
                            + group.getValue(Types.numberUp) + " on a side, "
                            + group.getString(Types.printScaling) + ", pages "
                            + group.getValue(Types.pageRanges))
                    .forEach(jobs::add);
        }
        assertThat(jobs).containsOnly("3 copies, 4 on a side, fit, pages 2..3");
    }
}
