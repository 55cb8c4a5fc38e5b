package inky.courier.device.snmp;

import java.io.IOException;
import java.net.InetAddress;
import org.snmp4j.CommandResponder;
import org.snmp4j.CommandResponderEvent;
import org.snmp4j.MessageException;
import org.snmp4j.PDU;
import org.snmp4j.Snmp;
import org.snmp4j.mp.StatusInformation;
import org.snmp4j.smi.Address;
import org.snmp4j.smi.Integer32;
import org.snmp4j.smi.OID;
import org.snmp4j.smi.UdpAddress;
import org.snmp4j.smi.VariableBinding;
import org.snmp4j.transport.DefaultUdpTransportMapping;

/** Every table of it has another row, whatever was asked. */
final class SnmpAgentWithoutEnd implements AutoCloseable, CommandResponder {
    private static final int ROWS = 10;

    private final DefaultUdpTransportMapping transport;
    private final Snmp snmp;
    private final String community;

    SnmpAgentWithoutEnd(String address, String community) throws IOException {
        this.community = community;
        transport = new DefaultUdpTransportMapping(new UdpAddress(InetAddress.getByName(address), 0));
        snmp = new Snmp(transport);
        snmp.addCommandResponder(this);
        snmp.listen();
    }

    int port() {
        return transport.getListenAddress().getPort();
    }

    @Override
    public <A extends Address> void processPdu(CommandResponderEvent<A> event) {
        if (!new String(event.getSecurityName()).equals(community)) {
            return;
        }
        PDU answer = new PDU();
        answer.setType(PDU.RESPONSE);
        answer.setRequestID(event.getPDU().getRequestID());
        for (int n = 0; n < ROWS; n++) {
            for (VariableBinding asked : event.getPDU().getVariableBindings()) {
                OID name = new OID(asked.getOid());
                answer.add(new VariableBinding(name.append(n + 1), new Integer32(n)));
            }
        }
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
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() throws IOException {
        snmp.close();
    }
}
