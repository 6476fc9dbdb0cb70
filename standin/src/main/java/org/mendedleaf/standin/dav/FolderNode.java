package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceIterator;
import org.apache.jackrabbit.webdav.DavResourceIteratorImpl;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.io.InputContext;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.HrefProperty;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.Precondition;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Trait;

/** A folder, there or still to be made. */
final class FolderNode extends PathNode {

  FolderNode(Served served, DavResourceLocator locator, Caller caller, String path) {
    super(served, locator, caller, path);
  }

  @Override
  public boolean exists() {
    return served().keep().isFolder(path());
  }

  @Override
  public boolean isCollection() {
    return true;
  }

  @Override
  String owner() {
    return path();
  }

  @Override
  DavPropertySet live() {
    Keep keep = served().keep();
    DavPropertySet all = new DavPropertySet();
    if (keep.has(Trait.ROOM)) {
      all.add(Answers.property(DavPropertyName.create("quota-used-bytes"), keep.used()));
      Long room = keep.terms().room();
      if (room != null) {
        all.add(
            Answers.property(
                DavPropertyName.create("quota-available-bytes"), Math.max(0, room - keep.used())));
      }
    }
    if (path().isEmpty()) {
      SettingProperties.add(all, keep);
      all.add(new HrefProperty(Ours.REMOVED, href(Served.REMOVED), true));
      if (keep.has(Trait.SNAPSHOTS)) {
        all.add(new HrefProperty(Ours.SNAPSHOTS, href(Served.SNAPSHOTS), true));
      }
    }
    return all;
  }

  @Override
  boolean set(DavPropertyName name, @Nullable DavProperty<?> value) throws IOException {
    if (!path().isEmpty()) {
      return false;
    }
    Terms wanted = SettingProperties.with(served().keep().terms(), name, value);
    served().keep().set(wanted);
    return true;
  }

  @Override
  public DavResourceIterator getMembers() {
    List<DavResource> members = new ArrayList<>();
    for (String name : served().keep().names(path())) {
      String inner = Answers.joined(path(), name);
      DavResourceLocator at = served().locator(getLocator(), Served.FILES + "/" + inner);
      members.add(
          served().keep().isFolder(inner)
              ? new FolderNode(served(), at, caller(), inner)
              : new FileNode(served(), at, caller(), inner));
    }
    return new DavResourceIteratorImpl(members);
  }

  @Override
  public void addMember(DavResource member, InputContext content) throws DavException {
    PathNode target = target(member);
    target.refuseLocked(false);
    if (!target.exists()) {
      served().locks().refuse(getResourcePath(), false, caller());
    }
    if (target instanceof FileNode file) {
      InputStream bytes = content.getInputStream();
      file.put(bytes == null ? InputStream.nullInputStream() : bytes, Precondition.NONE);
    } else {
      Answers.of(
          () -> {
            served().keep().makeFolder(target.path());
            return target;
          });
    }
  }

  @Override
  public void removeMember(DavResource member) throws DavException {
    PathNode target = target(member);
    if (!target.exists()) {
      throw new DavException(DavServletResponse.SC_NOT_FOUND);
    }
    target.refuseLocked(true);
    served().locks().refuse(getResourcePath(), false, caller());
    Answers.of(
        () -> {
          served().keep().remove(target.path(), caller().name());
          return target;
        });
    served().locks().drop(target.getResourcePath());
  }

  @Override
  public void copy(DavResource to, boolean isShallow) throws DavException {
    PathNode target = target(to);
    target.refuseLocked(true);
    if (target.path().startsWith(path() + "/")) {
      throw refused();
    }
    Answers.of(
        () -> {
          served().keep().makeFolder(target.path());
          served().keep().setProperties(target.path(), served().keep().properties(path()));
          return target;
        });
    if (isShallow) {
      return;
    }
    for (DavResourceIterator members = getMembers(); members.hasNext(); ) {
      PathNode member = (PathNode) members.nextResource();
      String inner = Answers.joined(target.path(), Answers.name(member.path()));
      DavResourceLocator at = served().locator(getLocator(), Served.FILES + "/" + inner);
      member.copy(
          member instanceof FolderNode
              ? new FolderNode(served(), at, caller(), inner)
              : new FileNode(served(), at, caller(), inner),
          false);
    }
  }

  @Override
  void makeEmpty() throws DavException {
    throw new DavException(DavServletResponse.SC_CONFLICT);
  }
}
