package inky.courier.core.intake;

import inky.courier.core.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How scans are taken that devices send as files. Each device signs in with an account of its own, which is an inbox of the set-up.
 *
 * @param sftp whether by SFTP (SSH File Transfer Protocol)
 * @param sftpPort where Courier listens for it, 1 to 65535
 * @param ftp whether by FTP (RFC 959), and by FTPS (RFC 4217) where Courier has a certificate
 * @param ftpPort where Courier listens for it, 1 to 65535
 * @param ftpEncrypted whether nothing is taken by FTP that is not encrypted
 * @param passivePorts to which devices connect for each file, as {@code 50000-50099}; empty for any that is free
 * @param networks from which files are taken, as {@link AddressRange}; up to 20
 */
public record FileIntake(
        Boolean sftp,
        Integer sftpPort,
        Boolean ftp,
        Integer ftpPort,
        Boolean ftpEncrypted,
        String passivePorts,
        List<String> networks) {
    private static final int USUAL_SFTP_PORT = 2222;
    private static final int USUAL_FTP_PORT = 2121;
    /** For as many devices as may send at once. */
    private static final int FEWEST_PASSIVE_PORTS = 10;

    private static final Pattern PORTS = Pattern.compile("(\\d{1,5})-(\\d{1,5})");

    public static final FileIntake OFF =
            new FileIntake(false, USUAL_SFTP_PORT, false, USUAL_FTP_PORT, false, "", List.of());

    public FileIntake {
        sftp = Boolean.TRUE.equals(sftp);
        sftpPort = Objects.requireNonNullElse(sftpPort, USUAL_SFTP_PORT);
        ftp = Boolean.TRUE.equals(ftp);
        ftpPort = Objects.requireNonNullElse(ftpPort, USUAL_FTP_PORT);
        ftpEncrypted = Boolean.TRUE.equals(ftpEncrypted);
        passivePorts = Objects.requireNonNullElse(passivePorts, "").replaceAll("\\s", "");
        networks = DeviceNetworks.normal(networks);
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (!isPort(sftpPort)) {
            problems.add(Problem.of("settings.intake-port", "fileIntake.sftpPort"));
        }
        if (!isPort(ftpPort)) {
            problems.add(Problem.of("settings.intake-port", "fileIntake.ftpPort"));
        }
        if (sftp && ftp && sftpPort.equals(ftpPort)) {
            problems.add(Problem.of("settings.intake-same-port", "fileIntake.ftpPort"));
        }
        if (!passivePorts.isEmpty() && !isRange(passivePorts)) {
            problems.add(Problem.of("settings.intake-passive-ports", "fileIntake.passivePorts"));
        }
        DeviceNetworks.problem(networks, sftp || ftp, "fileIntake.networks").ifPresent(problems::add);
        return problems;
    }

    private static boolean isPort(int port) {
        return port >= 1 && port <= 65_535;
    }

    private static boolean isRange(String text) {
        Matcher ports = PORTS.matcher(text);
        return ports.matches()
                && Stream.of(1, 2).allMatch(n -> isPort(Integer.parseInt(ports.group(n))))
                && Integer.parseInt(ports.group(2)) - Integer.parseInt(ports.group(1)) >= FEWEST_PASSIVE_PORTS - 1;
    }

    /** Whether files are taken from there. @param address its 4 or 16 bytes, the highest first */
    public boolean takesFrom(byte[] address) {
        return DeviceNetworks.hold(networks, address);
    }
}
