package inky.courier.core.preflight;

import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether a password and what was scanned go over the network as anybody on the way can read them (RFC 8314 section 3, RFC 4217). */
final class OpenLineCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        Stream<String> folders = at.destinations(DestinationKind.FTP)
                .filter(destination -> destination
                        .settings(FolderSettings.class)
                        .filter(folder -> folder.encryption() == Encryption.NONE)
                        .isPresent())
                .map(destination -> destination.name());
        Stream<String> servers = at.mailServers()
                .filter(server -> server.encryption() == Encryption.NONE && server.signIn() != MailSignIn.NONE)
                .map(server -> server.name());
        return Stream.concat(folders, servers)
                .findFirst()
                .map(name ->
                        Finding.of("job.open-line", Severity.CARE, at.job()).with("way", name));
    }
}
