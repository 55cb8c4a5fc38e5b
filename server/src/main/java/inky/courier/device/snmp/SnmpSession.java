package inky.courier.device.snmp;

import inky.courier.core.fleet.SnmpAccess;
import inky.courier.device.DeviceTrouble;
import inky.courier.settings.SettingsSecret;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Map;
import org.snmp4j.CommunityTarget;
import org.snmp4j.MessageDispatcherImpl;
import org.snmp4j.SNMP4JSettings;
import org.snmp4j.SNMP4JSettings.ReportSecurityLevelStrategy;
import org.snmp4j.Snmp;
import org.snmp4j.Target;
import org.snmp4j.UserTarget;
import org.snmp4j.mp.CounterSupport;
import org.snmp4j.mp.MPv2c;
import org.snmp4j.mp.MPv3;
import org.snmp4j.mp.SnmpConstants;
import org.snmp4j.security.AuthHMAC192SHA256;
import org.snmp4j.security.AuthHMAC384SHA512;
import org.snmp4j.security.AuthSHA;
import org.snmp4j.security.PrivAES128;
import org.snmp4j.security.PrivAES256;
import org.snmp4j.security.SecurityLevel;
import org.snmp4j.security.SecurityModel;
import org.snmp4j.security.SecurityModels;
import org.snmp4j.security.SecurityProtocols;
import org.snmp4j.security.SecurityProtocols.SecurityProtocolSet;
import org.snmp4j.security.USM;
import org.snmp4j.security.UsmUser;
import org.snmp4j.smi.OID;
import org.snmp4j.smi.OctetString;
import org.snmp4j.smi.UdpAddress;
import org.snmp4j.transport.DefaultUdpTransportMapping;
import org.snmp4j.util.DefaultPDUFactory;

/** SNMP as the office has set it up: one socket, by which all devices are asked. For many threads. */
final class SnmpSession implements AutoCloseable {
    private static final int TIMEOUT_MILLIS = 800;

    /** A datagram may get lost. */
    private static final int RETRIES = 1;

    static {
        // Who refuses a password cannot say so by that password; all such a report does here is to be told.
        SNMP4JSettings.setReportSecurityLevelStrategy(ReportSecurityLevelStrategy.noAuthNoPrivIfNeeded);
    }

    /** Without the passwords in any text. */
    record Way(SnmpAccess access, Map<SettingsSecret, String> secrets) {
        @Override
        public String toString() {
            return access.toString();
        }
    }

    private final Way way;
    private final Snmp snmp;

    SnmpSession(Way way) {
        this.way = way;
        // Nothing of it is shared: another session may know the same user by another password.
        byte[] engine = MPv3.createLocalEngineID();
        SecurityProtocols protocols = new SecurityProtocols(SecurityProtocolSet.maxCompatibility);
        USM usm = new USM(protocols, new OctetString(engine), 0);
        usm.setEngineDiscoveryEnabled(true);
        MessageDispatcherImpl dispatcher = new MessageDispatcherImpl();
        dispatcher.addMessageProcessingModel(new MPv2c());
        dispatcher.addMessageProcessingModel(new MPv3(
                engine,
                new DefaultPDUFactory(),
                protocols,
                SecurityModels.getCollection(new SecurityModel[] {usm}),
                new CounterSupport()));
        snmp = new Snmp(dispatcher);
        try {
            snmp.addTransportMapping(new DefaultUdpTransportMapping());
            if (way.access.version() == SnmpAccess.Version.V3) {
                usm.addUser(user());
            }
            snmp.listen();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private UsmUser user() {
        SnmpAccess access = way.access;
        return new UsmUser(
                new OctetString(access.user()),
                authentication(access.authentication()),
                secret(SettingsSecret.SNMP_PASSWORD),
                access.encrypts() ? privacy(access.privacy()) : null,
                access.encrypts() ? secret(SettingsSecret.SNMP_PRIVACY_PASSWORD) : null);
    }

    private static OID authentication(SnmpAccess.Authentication authentication) {
        return switch (authentication) {
            case SHA_1 -> AuthSHA.ID;
            case SHA_256 -> AuthHMAC192SHA256.ID;
            case SHA_512 -> AuthHMAC384SHA512.ID;
        };
    }

    private static OID privacy(SnmpAccess.Privacy privacy) {
        return privacy == SnmpAccess.Privacy.AES_256 ? PrivAES256.ID : PrivAES128.ID;
    }

    private OctetString secret(SettingsSecret secret) {
        return new OctetString(way.secrets.getOrDefault(secret, ""));
    }

    boolean isAs(Way other) {
        return way.equals(other);
    }

    /** @throws DeviceTrouble when the name service does not know the host */
    SnmpLine to(String host) throws DeviceTrouble {
        UdpAddress address;
        try {
            address = new UdpAddress(InetAddress.getByName(host), way.access.port());
        } catch (UnknownHostException e) {
            throw DeviceTrouble.of(SnmpReader.SILENT);
        }
        Target<UdpAddress> target;
        if (way.access.version() == SnmpAccess.Version.V3) {
            UserTarget<UdpAddress> user = new UserTarget<>();
            user.setSecurityName(new OctetString(way.access.user()));
            user.setSecurityLevel(way.access.encrypts() ? SecurityLevel.AUTH_PRIV : SecurityLevel.AUTH_NOPRIV);
            user.setVersion(SnmpConstants.version3);
            target = user;
        } else {
            target = new CommunityTarget<>(address, secret(SettingsSecret.SNMP_COMMUNITY));
            target.setVersion(SnmpConstants.version2c);
        }
        target.setAddress(address);
        target.setTimeout(TIMEOUT_MILLIS);
        target.setRetries(RETRIES);
        return new SnmpLine(snmp, target);
    }

    @Override
    public void close() {
        try {
            snmp.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
