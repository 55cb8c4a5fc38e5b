package inky.courier.intake.transfer;

import inky.courier.intake.Arrival.Way;
import java.util.List;
import java.util.Map;
import org.apache.ftpserver.ftplet.Authentication;
import org.apache.ftpserver.ftplet.AuthenticationFailedException;
import org.apache.ftpserver.ftplet.User;
import org.apache.ftpserver.ftplet.UserManager;
import org.apache.ftpserver.usermanager.UsernamePasswordAuthentication;
import org.apache.ftpserver.usermanager.impl.BaseUser;
import org.apache.ftpserver.usermanager.impl.ConcurrentLoginPermission;
import org.apache.ftpserver.usermanager.impl.WritePermission;

/** Accounts of devices, as the FTP server asks for them. @param folders what each sees, by where it is */
record FtpAccounts(DeviceSignIn signIn, Map<String, DropFolder> folders) implements UserManager {
    private static final int ANY_NUMBER = 0;

    @Override
    public User authenticate(Authentication authentication) throws AuthenticationFailedException {
        if (!(authentication instanceof UsernamePasswordAuthentication given)
                || given.getUsername() == null
                || given.getPassword() == null) {
            throw new AuthenticationFailedException();
        }
        DropFolder folder = signIn.signIn(
                        Way.FTP,
                        given.getUsername(),
                        given.getPassword(),
                        given.getUserMetadata().getInetAddress())
                .orElseThrow(AuthenticationFailedException::new);
        folders.put(folder.root().toString(), folder);
        BaseUser user = new BaseUser();
        user.setName(given.getUsername());
        user.setHomeDirectory(folder.root().toString());
        user.setAuthorities(List.of(new WritePermission(), new ConcurrentLoginPermission(ANY_NUMBER, ANY_NUMBER)));
        return user;
    }

    /** Nobody is told which accounts there are. */
    @Override
    public User getUserByName(String name) {
        return null;
    }

    @Override
    public String[] getAllUserNames() {
        return new String[0];
    }

    @Override
    public void delete(String name) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void save(User user) {
        throw new UnsupportedOperationException();
    }

    @Override
    public boolean doesExist(String name) {
        return false;
    }

    @Override
    public String getAdminName() {
        return "";
    }

    @Override
    public boolean isAdmin(String name) {
        return false;
    }
}
