package org.mendedleaf.core.oracle;

import java.io.IOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.MappedByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.ReadableByteChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.channels.WritableByteChannel;
import java.nio.file.AccessMode;
import java.nio.file.CopyOption;
import java.nio.file.DirectoryStream;
import java.nio.file.FileStore;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.nio.file.StandardOpenOption;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.FileAttributeView;
import java.nio.file.attribute.UserPrincipalLookupService;
import java.nio.file.spi.FileSystemProvider;
import java.util.Iterator;
import java.util.Map;
import java.util.Set;
import java.util.stream.StreamSupport;

/** A file system over another that fails where a test wants it to. */
public final class FaultyFileSystem extends FileSystem {

  /** What is about to be done to a path. */
  public enum Operation {
    READ,
    WRITE,
    LIST,
    LOOK,
    CREATE_FOLDER,
    LINK,
    MOVE,
    DELETE
  }

  /** Decides what fails. */
  public interface Faults {
    /**
     * Called before every operation; throws to make it fail.
     *
     * @param bytes for WRITE, how many are about to be written, 0 at the opening
     */
    void before(Operation operation, Path path, long bytes) throws IOException;

    /** How many of these bytes one writing takes; a drive may take fewer than it is given. */
    default int taken(Path path, int bytes) {
      return bytes;
    }
  }

  /** A writing that is cut off: so many bytes of it arrive, and then it fails. */
  public static final class CutWrite extends IOException {
    private static final long serialVersionUID = 1L;
    private final int arrived;

    public CutWrite(int arrived) {
      super("the drive stopped in the middle of a writing");
      this.arrived = arrived;
    }
  }

  private final FileSystem real;
  private final Provider provider;
  private volatile Faults faults = (operation, path, bytes) -> {};
  private volatile Forcing forcing = path -> {};

  public FaultyFileSystem(FileSystem real) {
    this.real = real;
    this.provider = new Provider();
  }

  public void setFaults(Faults next) {
    faults = next;
  }

  /** Hears of each file and folder just before it is forced. */
  public interface Forcing {
    void forced(Path path) throws IOException;
  }

  public void setForcing(Forcing next) {
    forcing = next;
  }

  private Path wrap(Path path) {
    return path == null ? null : new FaultyPath(path);
  }

  private static Path unwrap(Path path) {
    return path instanceof FaultyPath faulty ? faulty.path : path;
  }

  @Override
  public FileSystemProvider provider() {
    return provider;
  }

  @Override
  public void close() throws IOException {
    real.close();
  }

  @Override
  public boolean isOpen() {
    return real.isOpen();
  }

  @Override
  public boolean isReadOnly() {
    return real.isReadOnly();
  }

  @Override
  public String getSeparator() {
    return real.getSeparator();
  }

  @Override
  public Iterable<Path> getRootDirectories() {
    return StreamSupport.stream(real.getRootDirectories().spliterator(), false)
        .map(this::wrap)
        .toList();
  }

  @Override
  public Iterable<FileStore> getFileStores() {
    return real.getFileStores();
  }

  @Override
  public Set<String> supportedFileAttributeViews() {
    return real.supportedFileAttributeViews();
  }

  @Override
  public Path getPath(String first, String... more) {
    return wrap(real.getPath(first, more));
  }

  @Override
  public PathMatcher getPathMatcher(String syntax) {
    PathMatcher matcher = real.getPathMatcher(syntax);
    return path -> matcher.matches(unwrap(path));
  }

  @Override
  public UserPrincipalLookupService getUserPrincipalLookupService() {
    return real.getUserPrincipalLookupService();
  }

  @Override
  public WatchService newWatchService() throws IOException {
    return real.newWatchService();
  }

  private final class FaultyPath implements Path {
    private final Path path;

    FaultyPath(Path path) {
      this.path = path;
    }

    @Override
    public FileSystem getFileSystem() {
      return FaultyFileSystem.this;
    }

    @Override
    public boolean isAbsolute() {
      return path.isAbsolute();
    }

    @Override
    public Path getRoot() {
      return wrap(path.getRoot());
    }

    @Override
    public Path getFileName() {
      return wrap(path.getFileName());
    }

    @Override
    public Path getParent() {
      return wrap(path.getParent());
    }

    @Override
    public int getNameCount() {
      return path.getNameCount();
    }

    @Override
    public Path getName(int index) {
      return wrap(path.getName(index));
    }

    @Override
    public Path subpath(int from, int to) {
      return wrap(path.subpath(from, to));
    }

    @Override
    public boolean startsWith(Path other) {
      return path.startsWith(unwrap(other));
    }

    @Override
    public boolean endsWith(Path other) {
      return path.endsWith(unwrap(other));
    }

    @Override
    public Path normalize() {
      return wrap(path.normalize());
    }

    @Override
    public Path resolve(Path other) {
      return wrap(path.resolve(unwrap(other)));
    }

    @Override
    public Path relativize(Path other) {
      return wrap(path.relativize(unwrap(other)));
    }

    @Override
    public URI toUri() {
      return path.toUri();
    }

    @Override
    public Path toAbsolutePath() {
      return wrap(path.toAbsolutePath());
    }

    @Override
    public Path toRealPath(LinkOption... options) throws IOException {
      return wrap(path.toRealPath(options));
    }

    @Override
    public WatchKey register(
        WatchService watcher, WatchEvent.Kind<?>[] events, WatchEvent.Modifier... modifiers)
        throws IOException {
      return path.register(watcher, events, modifiers);
    }

    @Override
    public int compareTo(Path other) {
      return path.compareTo(unwrap(other));
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof FaultyPath faulty && path.equals(faulty.path);
    }

    @Override
    public int hashCode() {
      return path.hashCode();
    }

    @Override
    public String toString() {
      return path.toString();
    }
  }

  private final class Provider extends FileSystemProvider {
    private final FileSystemProvider under = real.provider();

    @Override
    public String getScheme() {
      return "faulty";
    }

    @Override
    public FileSystem newFileSystem(URI uri, Map<String, ?> env) {
      throw new UnsupportedOperationException();
    }

    @Override
    public FileSystem getFileSystem(URI uri) {
      return FaultyFileSystem.this;
    }

    @Override
    public Path getPath(URI uri) {
      return wrap(under.getPath(uri));
    }

    @Override
    public SeekableByteChannel newByteChannel(
        Path path, Set<? extends OpenOption> options, FileAttribute<?>... attributes)
        throws IOException {
      return newFileChannel(path, options, attributes);
    }

    @Override
    public FileChannel newFileChannel(
        Path path, Set<? extends OpenOption> options, FileAttribute<?>... attributes)
        throws IOException {
      boolean writes =
          options.contains(StandardOpenOption.WRITE) || options.contains(StandardOpenOption.APPEND);
      faults.before(writes ? Operation.WRITE : Operation.READ, path, 0);
      // Folders are opened to be forced, which the one in memory does not know.
      boolean isFolder = !writes && Files.isDirectory(unwrap(path));
      return new FaultyChannel(
          path, isFolder ? null : under.newFileChannel(unwrap(path), options, attributes));
    }

    @Override
    public DirectoryStream<Path> newDirectoryStream(
        Path folder, DirectoryStream.Filter<? super Path> filter) throws IOException {
      faults.before(Operation.LIST, folder, 0);
      DirectoryStream<Path> stream =
          under.newDirectoryStream(unwrap(folder), path -> filter.accept(wrap(path)));
      return new DirectoryStream<>() {
        @Override
        public Iterator<Path> iterator() {
          return StreamSupport.stream(stream.spliterator(), false)
              .map(FaultyFileSystem.this::wrap)
              .iterator();
        }

        @Override
        public void close() throws IOException {
          stream.close();
        }
      };
    }

    @Override
    public void createDirectory(Path folder, FileAttribute<?>... attributes) throws IOException {
      faults.before(Operation.CREATE_FOLDER, folder, 0);
      under.createDirectory(unwrap(folder), attributes);
    }

    @Override
    public void createLink(Path link, Path existing) throws IOException {
      faults.before(Operation.LINK, link, 0);
      under.createLink(unwrap(link), unwrap(existing));
    }

    @Override
    public void createSymbolicLink(Path link, Path target, FileAttribute<?>... attributes)
        throws IOException {
      faults.before(Operation.LINK, link, 0);
      under.createSymbolicLink(unwrap(link), unwrap(target), attributes);
    }

    @Override
    public Path readSymbolicLink(Path link) throws IOException {
      faults.before(Operation.READ, link, 0);
      return wrap(under.readSymbolicLink(unwrap(link)));
    }

    @Override
    public void delete(Path path) throws IOException {
      faults.before(Operation.DELETE, path, 0);
      under.delete(unwrap(path));
    }

    @Override
    public void copy(Path source, Path target, CopyOption... options) throws IOException {
      faults.before(Operation.WRITE, target, 0);
      under.copy(unwrap(source), unwrap(target), options);
    }

    @Override
    public void move(Path source, Path target, CopyOption... options) throws IOException {
      faults.before(Operation.MOVE, target, 0);
      under.move(unwrap(source), unwrap(target), options);
    }

    @Override
    public boolean isSameFile(Path a, Path b) throws IOException {
      return under.isSameFile(unwrap(a), unwrap(b));
    }

    @Override
    public boolean isHidden(Path path) throws IOException {
      return under.isHidden(unwrap(path));
    }

    @Override
    public FileStore getFileStore(Path path) throws IOException {
      return under.getFileStore(unwrap(path));
    }

    @Override
    public void checkAccess(Path path, AccessMode... modes) throws IOException {
      faults.before(Operation.LOOK, path, 0);
      under.checkAccess(unwrap(path), modes);
    }

    @Override
    public <V extends FileAttributeView> V getFileAttributeView(
        Path path, Class<V> type, LinkOption... options) {
      return under.getFileAttributeView(unwrap(path), type, options);
    }

    @Override
    public <A extends BasicFileAttributes> A readAttributes(
        Path path, Class<A> type, LinkOption... options) throws IOException {
      faults.before(Operation.LOOK, path, 0);
      return under.readAttributes(unwrap(path), type, options);
    }

    @Override
    public Map<String, Object> readAttributes(Path path, String names, LinkOption... options)
        throws IOException {
      return under.readAttributes(unwrap(path), names, options);
    }

    @Override
    public void setAttribute(Path path, String name, Object value, LinkOption... options)
        throws IOException {
      under.setAttribute(unwrap(path), name, value, options);
    }
  }

  private interface Writing {
    int of(ByteBuffer bytes) throws IOException;
  }

  private final class FaultyChannel extends FileChannel {
    private final Path path;
    private final FileChannel under;

    FaultyChannel(Path path, FileChannel under) {
      this.path = path;
      this.under = under;
    }

    @Override
    public int read(ByteBuffer to) throws IOException {
      faults.before(Operation.READ, path, to.remaining());
      return under.read(to);
    }

    @Override
    public long read(ByteBuffer[] to, int from, int length) throws IOException {
      return under.read(to, from, length);
    }

    @Override
    public int read(ByteBuffer to, long position) throws IOException {
      faults.before(Operation.READ, path, to.remaining());
      return under.read(to, position);
    }

    @Override
    public int write(ByteBuffer from) throws IOException {
      return write(from, under::write);
    }

    private int write(ByteBuffer from, Writing writing) throws IOException {
      int taken;
      try {
        faults.before(Operation.WRITE, path, from.remaining());
        taken = faults.taken(path, from.remaining());
      } catch (CutWrite e) {
        int unused = writing.of(from.duplicate().limit(from.position() + e.arrived));
        throw e;
      }
      int limit = from.limit();
      from.limit(from.position() + taken);
      try {
        return writing.of(from);
      } finally {
        from.limit(limit);
      }
    }

    @Override
    public long write(ByteBuffer[] from, int first, int length) throws IOException {
      return under.write(from, first, length);
    }

    @Override
    public int write(ByteBuffer from, long position) throws IOException {
      return write(from, bytes -> under.write(bytes, position));
    }

    @Override
    public long position() throws IOException {
      return under.position();
    }

    @Override
    public FileChannel position(long position) throws IOException {
      under.position(position);
      return this;
    }

    @Override
    public long size() throws IOException {
      return under.size();
    }

    @Override
    public FileChannel truncate(long size) throws IOException {
      under.truncate(size);
      return this;
    }

    @Override
    public void force(boolean metadata) throws IOException {
      faults.before(Operation.WRITE, path, 0);
      forcing.forced(path);
      if (under != null) {
        under.force(metadata);
      }
    }

    @Override
    public long transferTo(long position, long count, WritableByteChannel to) throws IOException {
      return under.transferTo(position, count, to);
    }

    @Override
    public long transferFrom(ReadableByteChannel from, long position, long count)
        throws IOException {
      return under.transferFrom(from, position, count);
    }

    @Override
    public MappedByteBuffer map(MapMode mode, long position, long size) throws IOException {
      return under.map(mode, position, size);
    }

    @Override
    public FileLock lock(long position, long size, boolean shared) throws IOException {
      return under.lock(position, size, shared);
    }

    @Override
    public FileLock tryLock(long position, long size, boolean shared) throws IOException {
      return under.tryLock(position, size, shared);
    }

    @Override
    protected void implCloseChannel() throws IOException {
      if (under != null) {
        under.close();
      }
    }
  }
}
