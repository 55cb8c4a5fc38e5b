package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.KeywordOrName;
import com.hp.jipp.encoding.Resolution;
import com.hp.jipp.encoding.ResolutionUnit;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.InputAttributes;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Types;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.profile.ScanProfile;
import org.springframework.stereotype.Component;

/** Scanning by Create-Job and Get-Next-Document-Data, PWG 5100.17. */
@Component
class IppScanner implements DeviceScanner {
    private final IppClient client;

    IppScanner(IppClient client) {
        this.client = client;
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.IPP;
    }

    @Override
    public Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble {
        IppPacket.Builder request = IppPacket.createJob(device.ippUri());
        request.getOperationAttributes().put(Types.requestingUserName, "Inky Courier");
        int dpi = profile.resolution().dpi();
        InputAttributes input = new InputAttributes();
        input.setInputSource(IppWords.of(profile.input().source()));
        profile.input().size().ifPresent(size -> input.setInputMedia(new KeywordOrName(size.name())));
        input.setInputColorMode(IppWords.of(profile.colour()));
        input.setInputSides(IppWords.of(profile.sides()));
        input.setInputResolution(new Resolution(dpi, dpi, ResolutionUnit.dotsPerInch));
        request.getJobAttributes().put(Types.inputAttributes, input);
        AttributeGroup job = client.ask(device, device.httpUri(), request, DeviceHttp.ANSWER)
                .packet()
                .get(Tag.jobAttributes);
        Integer id = job == null ? null : job.getValue(Types.jobId);
        if (id == null) {
            throw IppClient.unreadable();
        }
        return new IppScan(device, id);
    }

    private final class IppScan implements Scan {
        private final DeviceAddress device;
        private final int job;
        private boolean last;

        IppScan(DeviceAddress device, int job) {
            this.device = device;
            this.job = job;
        }

        @Override
        public boolean hasNext() {
            return !last;
        }

        @Override
        public byte[] next() throws DeviceTrouble {
            // The codec has no maker for this operation; its head is that of any request about a job.
            IppPacket.Builder request = IppPacket.getJobAttributes(device.ippUri(), job);
            request.setOperation(Operation.getNextDocumentData);
            request.getOperationAttributes().put(Types.documentDataWait, true);
            IppClient.Answer answer = client.ask(device, device.httpUri(), request, DeviceHttp.PAGE);
            AttributeGroup group = answer.packet().get(Tag.operationAttributes);
            if (answer.data().length == 0) {
                throw IppClient.unreadable();
            }
            last = Boolean.TRUE.equals(group.getValue(Types.lastDocument));
            return answer.data();
        }

        @Override
        public void cancel() {
            try {
                client.ask(device, device.httpUri(), IppPacket.cancelJob(device.ippUri(), job), DeviceHttp.ANSWER);
            } catch (DeviceTrouble e) {
                // A device that is gone has stopped scanning as well.
            }
        }
    }
}
