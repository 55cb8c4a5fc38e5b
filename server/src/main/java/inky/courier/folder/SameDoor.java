package inky.courier.folder;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.SocketAddress;
import java.net.SocketException;

/**
 * A connected line that gives another port as its peer's. Java looks for the TLS session to resume by the peer's name and
 * port; here those of the line whose session it shall be, and there is no other way to say so.
 */
final class SameDoor extends Socket {
    private final Socket line;
    private final int port;

    SameDoor(Socket line, int port) {
        this.line = line;
        this.port = port;
    }

    @Override
    public int getPort() {
        return port;
    }

    @Override
    public InetAddress getInetAddress() {
        return line.getInetAddress();
    }

    @Override
    public InetAddress getLocalAddress() {
        return line.getLocalAddress();
    }

    @Override
    public int getLocalPort() {
        return line.getLocalPort();
    }

    @Override
    public SocketAddress getRemoteSocketAddress() {
        return line.getRemoteSocketAddress();
    }

    @Override
    public SocketAddress getLocalSocketAddress() {
        return line.getLocalSocketAddress();
    }

    @Override
    public InputStream getInputStream() throws IOException {
        return line.getInputStream();
    }

    @Override
    public OutputStream getOutputStream() throws IOException {
        return line.getOutputStream();
    }

    @Override
    public void setSoTimeout(int millis) throws SocketException {
        line.setSoTimeout(millis);
    }

    @Override
    public int getSoTimeout() throws SocketException {
        return line.getSoTimeout();
    }

    @Override
    public void setTcpNoDelay(boolean on) throws SocketException {
        line.setTcpNoDelay(on);
    }

    @Override
    public boolean getTcpNoDelay() throws SocketException {
        return line.getTcpNoDelay();
    }

    @Override
    public void setSoLinger(boolean on, int seconds) throws SocketException {
        line.setSoLinger(on, seconds);
    }

    @Override
    public int getSoLinger() throws SocketException {
        return line.getSoLinger();
    }

    @Override
    public void setKeepAlive(boolean on) throws SocketException {
        line.setKeepAlive(on);
    }

    @Override
    public boolean isConnected() {
        return line.isConnected();
    }

    @Override
    public boolean isBound() {
        return line.isBound();
    }

    @Override
    public boolean isClosed() {
        return line.isClosed();
    }

    @Override
    public boolean isInputShutdown() {
        return line.isInputShutdown();
    }

    @Override
    public boolean isOutputShutdown() {
        return line.isOutputShutdown();
    }

    @Override
    public void shutdownInput() throws IOException {
        line.shutdownInput();
    }

    @Override
    public void shutdownOutput() throws IOException {
        line.shutdownOutput();
    }

    @Override
    public void close() throws IOException {
        line.close();
    }
}
