package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The stand-ins' eSCL is held to a client that others wrote: Debian's {@code scanimage} with {@code sane-airscan}. */
@Tag("long")
class EsclPeerTest {
    @TempDir
    Path folder;

    @BeforeEach
    void isInstalled() {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/scanimage")), "sane-utils is not installed");
    }

    @Test
    void scanimageScansFromAStandIn() throws IOException, InterruptedException {
        try (StandInDevice device =
                StandInDevice.start(DeviceModel.named("Alder M30").orElseThrow(), "Landing", "127.20.9.23", 0, 1, 0)) {
            Files.writeString(folder.resolve("dll.conf"), "airscan\n");
            Files.writeString(
                    folder.resolve("airscan.conf"),
                    "[devices]\nLanding = http://" + device.address() + ":" + device.port()
                            + "/eSCL/, eSCL\n[options]\ndiscovery = disable\n");
            assertThat(scanimage("-A"))
                    .contains("--source Flatbed|ADF|ADF Duplex")
                    .contains("100|150|200|300|400|600dpi")
                    .contains("--mode Color|Gray");

            device.put(Stack.BERTH_PERMIT);
            scanimage("--source", "ADF", "--resolution", "100", "--mode", "Color", "--format=png", "--batch=one%d.png");
            assertThat(widths("one"))
                    .hasSize(3)
                    .allSatisfy(width -> assertThat(width).isBetween(820, 835));

            device.put(Stack.CARGO_MANIFEST);
            scanimage("--source", "ADF Duplex", "--resolution", "100", "--format=png", "--batch=both%d.png");
            assertThat(widths("both")).hasSize(8);

            device.layOnGlass(Stack.LOST_PROPERTY);
            scanimage(
                    "--source",
                    "Flatbed",
                    "--resolution",
                    "100",
                    "--format=png",
                    "--batch=glass%d.png",
                    "--batch-count=1");
            assertThat(widths("glass")).hasSize(1);

            assertThat(scanimage("--source", "ADF", "--format=png", "--batch=none%d.png"))
                    .as("what it says of an empty feeder")
                    .contains("out of documents");
            device.put(Stack.BERTH_PERMIT);
            device.misbehave(5, List.of("input-media-jam"));
            assertThat(scanimage("--source", "ADF", "--format=png", "--batch=jam%d.png"))
                    .contains("jammed");
        }
    }

    private List<Integer> widths(String name) throws IOException {
        List<Integer> widths = new ArrayList<>();
        for (int n = 1; Files.exists(folder.resolve(name + n + ".png")); n++) {
            widths.add(ImageIO.read(folder.resolve(name + n + ".png").toFile()).getWidth());
        }
        return widths;
    }

    /** @return all that it says */
    private String scanimage(String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("scanimage", "-d", "airscan:e0:Landing"));
        command.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
        builder.environment().put("SANE_CONFIG_DIR", folder.toString());
        Path said = folder.resolve("said");
        Process process =
                builder.redirectErrorStream(true).redirectOutput(said.toFile()).start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        return Files.readString(said, StandardCharsets.UTF_8);
    }
}
