package inky.courier.folder;

import com.hierynomus.security.AEADBlockCipher;
import com.hierynomus.security.Mac;
import com.hierynomus.security.SecurityException;
import com.hierynomus.security.SecurityProvider;
import com.hierynomus.security.bc.BCSecurityProvider;
import com.hierynomus.security.jce.JceSecurityProvider;

/** The library's own ciphers, but for those that carry the bytes of files: these are the platform's, which are faster. */
final class SmbCiphers extends BCSecurityProvider {
    private final SecurityProvider platform = new JceSecurityProvider();

    @Override
    public Mac getMac(String name) {
        return name.equalsIgnoreCase("AesCmac") ? new AesCmac() : super.getMac(name);
    }

    /** The platform has AES-GCM; AES-CCM, which older servers choose, it has not. */
    @Override
    public AEADBlockCipher getAEADBlockCipher(String name) {
        try {
            return name.contains("GCM") ? platform.getAEADBlockCipher(name) : super.getAEADBlockCipher(name);
        } catch (SecurityException e) {
            return super.getAEADBlockCipher(name);
        }
    }
}
