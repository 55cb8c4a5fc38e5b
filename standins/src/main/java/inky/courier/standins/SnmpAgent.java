package inky.courier.standins;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.snmp4j.CommandResponder;
import org.snmp4j.CommandResponderEvent;
import org.snmp4j.MessageDispatcherImpl;
import org.snmp4j.MessageException;
import org.snmp4j.PDU;
import org.snmp4j.ScopedPDU;
import org.snmp4j.Snmp;
import org.snmp4j.asn1.BER;
import org.snmp4j.asn1.BERInputStream;
import org.snmp4j.mp.CounterSupport;
import org.snmp4j.mp.MPv2c;
import org.snmp4j.mp.MPv3;
import org.snmp4j.mp.SnmpConstants;
import org.snmp4j.mp.StatusInformation;
import org.snmp4j.security.AuthHMAC192SHA256;
import org.snmp4j.security.PrivAES128;
import org.snmp4j.security.SecurityLevel;
import org.snmp4j.security.SecurityModel;
import org.snmp4j.security.SecurityModels;
import org.snmp4j.security.SecurityProtocols;
import org.snmp4j.security.SecurityProtocols.SecurityProtocolSet;
import org.snmp4j.security.USM;
import org.snmp4j.security.UsmUser;
import org.snmp4j.smi.Address;
import org.snmp4j.smi.Integer32;
import org.snmp4j.smi.Null;
import org.snmp4j.smi.OID;
import org.snmp4j.smi.OctetString;
import org.snmp4j.smi.UdpAddress;
import org.snmp4j.smi.Variable;
import org.snmp4j.smi.VariableBinding;
import org.snmp4j.transport.DefaultUdpTransportMapping;
import org.snmp4j.util.DefaultPDUFactory;

/** Tells what a device is and how it is over SNMP v2c and v3 (RFC 3416, RFC 3414), for reading only. */
final class SnmpAgent implements AutoCloseable, CommandResponder {
    /** What fits into one datagram of any network. */
    private static final int MOST_BINDINGS = 200;

    private static final int VERSION_2C = 1;

    /** Of version 3; {@code password} and {@code privacy} by SHA-256 and AES-128. */
    record User(String name, String password, String privacy) {}

    /** What is asked, by names. */
    interface Values {
        TreeMap<OID, Variable> read();
    }

    private final Values values;
    private final OctetString community;
    private final Snmp snmp;

    /**
     * @param community of version 2c
     * @param port 0 for any free one
     */
    SnmpAgent(Values values, String community, Optional<User> user, String address, int port) throws IOException {
        this.values = values;
        this.community = new OctetString(community);
        byte[] engine = MPv3.createLocalEngineID(new OctetString(address + ":" + port));
        SecurityProtocols protocols = new SecurityProtocols(SecurityProtocolSet.maxCompatibility);
        // It has started more often than before, so that nobody takes its answers for old ones.
        USM usm =
                new USM(protocols, new OctetString(engine), (int) (Instant.now().getEpochSecond() / 2));
        user.ifPresent(one -> usm.addUser(new UsmUser(
                new OctetString(one.name),
                AuthHMAC192SHA256.ID,
                new OctetString(one.password),
                PrivAES128.ID,
                new OctetString(one.privacy))));
        MessageDispatcherImpl dispatcher = new MessageDispatcherImpl();
        dispatcher.addMessageProcessingModel(new MPv2c());
        dispatcher.addMessageProcessingModel(new MPv3(
                engine,
                new DefaultPDUFactory(),
                protocols,
                SecurityModels.getCollection(new SecurityModel[] {usm}),
                new CounterSupport()));
        snmp = new Snmp(dispatcher);
        snmp.addTransportMapping(new DefaultUdpTransportMapping(new UdpAddress(InetAddress.getByName(address), port)));
        snmp.addCommandResponder(this);
        snmp.listen();
    }

    @Override
    public <A extends Address> void processPdu(CommandResponderEvent<A> event) {
        boolean is2c = event.getMessageProcessingModel() == MPv2c.ID;
        boolean known = is2c
                ? community.equals(new OctetString(event.getSecurityName()))
                : event.getSecurityLevel() >= SecurityLevel.AUTH_NOPRIV;
        if (!known || event.getPDU() == null || event.getPDU().isResponsePdu()) {
            // Who is not known gets no answer.
            return;
        }
        event.setProcessed(true);
        PDU answer = answer(event.getPDU());
        try {
            event.getMessageDispatcher()
                    .returnResponsePdu(
                            event.getMessageProcessingModel(),
                            event.getSecurityModel(),
                            event.getSecurityName(),
                            event.getSecurityLevel(),
                            answer,
                            event.getMaxSizeResponsePDU(),
                            event.getStateReference(),
                            new StatusInformation());
        } catch (MessageException e) {
            throw new UncheckedIOException(new IOException(e));
        }
    }

    /** A datagram of version 2c, for whoever listens at many addresses at once. @return empty for no answer */
    Optional<byte[]> answer(byte[] datagram) {
        Integer32 version = new Integer32();
        OctetString name = new OctetString();
        PDU pdu = new PDU();
        try {
            BERInputStream in = new BERInputStream(ByteBuffer.wrap(datagram));
            BER.decodeHeader(in, new BER.MutableByte());
            version.decodeBER(in);
            name.decodeBER(in);
            pdu.decodeBER(in);
            if (version.getValue() != VERSION_2C || !name.equals(community)) {
                return Optional.empty();
            }
            PDU answer = answer(pdu);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            BER.encodeHeader(out, BER.SEQUENCE, version.getBERLength() + name.getBERLength() + answer.getBERLength());
            version.encodeBER(out);
            name.encodeBER(out);
            answer.encodeBER(out);
            return Optional.of(out.toByteArray());
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    private PDU answer(PDU request) {
        TreeMap<OID, Variable> all = values.read();
        PDU answer = new PDU();
        if (request instanceof ScopedPDU scoped) {
            ScopedPDU same = new ScopedPDU();
            same.setContextEngineID(scoped.getContextEngineID());
            same.setContextName(scoped.getContextName());
            answer = same;
        }
        answer.setType(PDU.RESPONSE);
        answer.setRequestID(request.getRequestID());
        List<? extends VariableBinding> asked = request.getVariableBindings();
        switch (request.getType()) {
            case PDU.GET ->
                answer.addAll(asked.stream()
                        .map(one ->
                                new VariableBinding(one.getOid(), all.getOrDefault(one.getOid(), Null.noSuchInstance)))
                        .toList());
            case PDU.GETNEXT ->
                answer.addAll(asked.stream().map(one -> next(all, one.getOid())).toList());
            case PDU.GETBULK -> bulk(request, all, answer);
            default -> {
                answer.setErrorStatus(SnmpConstants.SNMP_ERROR_NOT_WRITEABLE);
                answer.setErrorIndex(1);
            }
        }
        return answer;
    }

    /** RFC 3416 section 4.2.3. */
    private static void bulk(PDU request, TreeMap<OID, Variable> all, PDU answer) {
        List<? extends VariableBinding> asked = request.getVariableBindings();
        int once = Math.min(request.getNonRepeaters(), asked.size());
        asked.subList(0, once).forEach(one -> answer.add(next(all, one.getOid())));
        List<OID> at = new ArrayList<>(asked.subList(once, asked.size()).stream()
                .map(VariableBinding::getOid)
                .toList());
        for (int n = 0; n < request.getMaxRepetitions() && answer.size() + at.size() <= MOST_BINDINGS; n++) {
            for (int i = 0; i < at.size(); i++) {
                VariableBinding next = next(all, at.get(i));
                at.set(i, next.getOid());
                answer.add(next);
            }
        }
    }

    private static VariableBinding next(TreeMap<OID, Variable> all, OID after) {
        Map.Entry<OID, Variable> next = all.higherEntry(after);
        return next == null
                ? new VariableBinding(after, Null.endOfMibView)
                : new VariableBinding(next.getKey(), next.getValue());
    }

    /** Text as devices tell it. */
    static OctetString text(String text) {
        return new OctetString(text.getBytes(StandardCharsets.UTF_8));
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
