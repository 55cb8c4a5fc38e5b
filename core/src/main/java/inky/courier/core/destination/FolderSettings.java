package inky.courier.core.destination;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.WhenTaken;
import java.util.Objects;

/**
 * A folder on a server, and how to get there. What a protocol has no use for is left as it is.
 *
 * @param host a name or an address; for WebDAV a whole address, with https
 * @param port 0 for the protocol's own
 * @param share of SMB
 * @param path a template; names with slashes between, from the account's root
 * @param domain of a Windows account; empty for none
 * @param encryption of SMB (none or TLS, meaning the encryption of SMB 3) and FTP
 * @param fingerprint of the certificate, or of the key of an SSH server, that an administrator has accepted
 * @param passive whether FTP's second line is opened by Courier
 * @param signsInByKey whether the secret is a private key (SFTP)
 * @param atOnce transfers at the same time, 1 to 16
 * @param consent of a cloud, where each person signs in for themselves
 * @param mustEncrypt whether a USB stick gets encrypted files only
 * @param ownFolders whether people may add folders of their own on this server, with accounts of theirs
 */
public record FolderSettings(
        String host,
        int port,
        String share,
        String path,
        String account,
        String domain,
        Encryption encryption,
        CertificateCheck certificateCheck,
        String fingerprint,
        boolean passive,
        boolean signsInByKey,
        WhenTaken whenTaken,
        boolean makeFolders,
        SidecarForm sidecar,
        int atOnce,
        ConsentSettings consent,
        boolean mustEncrypt,
        Boolean ownFolders)
        implements DestinationSettings {
    public static final int USUAL_AT_ONCE = 4;

    public static final FolderSettings BLANK = new FolderSettings(
            "",
            0,
            "",
            "",
            "",
            "",
            Encryption.NONE,
            CertificateCheck.MUST_BE_VALID,
            "",
            true,
            false,
            WhenTaken.NUMBER,
            true,
            SidecarForm.NONE,
            USUAL_AT_ONCE,
            ConsentSettings.NONE,
            false,
            false);

    /** What is absent, in a form or in settings that were kept before there was such a value, is as usual. */
    public FolderSettings {
        host = text(host).strip();
        share = text(share);
        path = text(path);
        account = text(account);
        domain = text(domain);
        encryption = Objects.requireNonNullElse(encryption, Encryption.NONE);
        certificateCheck = Objects.requireNonNullElse(certificateCheck, CertificateCheck.MUST_BE_VALID);
        fingerprint = text(fingerprint);
        whenTaken = Objects.requireNonNullElse(whenTaken, WhenTaken.NUMBER);
        sidecar = Objects.requireNonNullElse(sidecar, SidecarForm.NONE);
        consent = Objects.requireNonNullElse(consent, ConsentSettings.NONE);
        ownFolders = Boolean.TRUE.equals(ownFolders);
    }

    private static String text(String given) {
        return Objects.requireNonNullElse(given, "");
    }

    /** Whether a secret that was entered for this may be used there too. */
    public boolean isSameAccount(FolderSettings other) {
        return host.equalsIgnoreCase(other.host)
                && port == other.port
                && account.equals(other.account)
                && consent.isSameClient(other.consent);
    }

    public FolderSettings withHost(String other, int otherPort) {
        return with(other, otherPort, certificateCheck, fingerprint, consent);
    }

    /** The same, for the folder at an address that is known only now. */
    public FolderSettings at(String address) {
        return withHost(address, 0);
    }

    /** The same, with exactly this certificate or key accepted. */
    public FolderSettings trusting(String shown) {
        return with(host, port, CertificateCheck.EXACTLY_THIS, shown, consent);
    }

    public FolderSettings asking(ConsentSettings other) {
        return with(host, port, certificateCheck, fingerprint, other);
    }

    public FolderSettings withWhenTaken(WhenTaken other) {
        return new FolderSettings(
                host,
                port,
                share,
                path,
                account,
                domain,
                encryption,
                certificateCheck,
                fingerprint,
                passive,
                signsInByKey,
                other,
                makeFolders,
                sidecar,
                atOnce,
                consent,
                mustEncrypt,
                ownFolders);
    }

    public FolderSettings encrypted(Encryption other) {
        return new FolderSettings(
                host,
                port,
                share,
                path,
                account,
                domain,
                other,
                certificateCheck,
                fingerprint,
                passive,
                signsInByKey,
                whenTaken,
                makeFolders,
                sidecar,
                atOnce,
                consent,
                mustEncrypt,
                ownFolders);
    }

    /**
     * A folder of somebody's own on the same server.
     *
     * @param below where their account's files go: names with slashes between, from the account's root
     * @param theirs account
     */
    public FolderSettings ofTheirOwn(String below, String theirs) {
        return new FolderSettings(
                host,
                port,
                share,
                below,
                theirs,
                domain,
                encryption,
                certificateCheck,
                fingerprint,
                passive,
                false,
                whenTaken,
                makeFolders,
                SidecarForm.NONE,
                atOnce,
                ConsentSettings.NONE,
                false,
                false);
    }

    /** What a line there is opened by: the same for all folders of an account. */
    public FolderSettings line() {
        return new FolderSettings(
                host,
                port,
                share,
                FolderTemplate.of(path).absolute() ? "/" : "",
                account,
                domain,
                encryption,
                certificateCheck,
                fingerprint,
                passive,
                signsInByKey,
                BLANK.whenTaken,
                BLANK.makeFolders,
                BLANK.sidecar,
                BLANK.atOnce,
                BLANK.consent,
                BLANK.mustEncrypt,
                BLANK.ownFolders);
    }

    private FolderSettings with(
            String otherHost, int otherPort, CertificateCheck check, String shown, ConsentSettings asked) {
        return new FolderSettings(
                otherHost,
                otherPort,
                share,
                path,
                account,
                domain,
                encryption,
                check,
                shown,
                passive,
                signsInByKey,
                whenTaken,
                makeFolders,
                sidecar,
                atOnce,
                asked,
                mustEncrypt,
                ownFolders);
    }
}
