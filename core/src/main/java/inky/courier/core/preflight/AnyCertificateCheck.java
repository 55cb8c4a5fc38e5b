package inky.courier.core.preflight;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether any machine could pass itself off as the server: its certificate or key is not looked at. */
final class AnyCertificateCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        Stream<String> folders = at.destinations()
                .filter(destination -> destination
                        .settings(FolderSettings.class)
                        .filter(folder -> folder.certificateCheck() == CertificateCheck.OFF)
                        .filter(folder -> shows(destination, folder))
                        .isPresent())
                .map(DestinationItem::name);
        Stream<String> servers = at.mailServers()
                .filter(server ->
                        server.certificateCheck() == CertificateCheck.OFF && server.encryption() != Encryption.NONE)
                .map(server -> server.name());
        return Stream.concat(folders, servers)
                .findFirst()
                .map(name -> Finding.of("job.any-certificate", Severity.CARE, at.job())
                        .with("way", name));
    }

    /** Whether the server shows a certificate or a key at all. */
    private static boolean shows(DestinationItem destination, FolderSettings folder) {
        return destination.kind() == DestinationKind.SFTP
                || destination.kind() == DestinationKind.WEBDAV
                || destination.kind() == DestinationKind.FTP && folder.encryption() != Encryption.NONE;
    }
}
