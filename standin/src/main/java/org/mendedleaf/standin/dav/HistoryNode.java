package org.mendedleaf.standin.dav;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.HrefProperty;
import org.apache.jackrabbit.webdav.property.ResourceType;
import org.apache.jackrabbit.webdav.version.VersionHistoryResource;
import org.apache.jackrabbit.webdav.version.VersionResource;
import org.mendedleaf.standin.keep.KeptFile;
import org.mendedleaf.standin.keep.KeptState;
import org.mendedleaf.standin.keep.Trait;

/** A file with all its versions, wherever it lies and even if it was removed. */
final class HistoryNode extends Node implements VersionHistoryResource {

  private final KeptFile file;

  HistoryNode(Served served, DavResourceLocator locator, Caller caller, KeptFile file) {
    super(served, locator, caller);
    this.file = file;
  }

  @Override
  DavPropertySet describe() {
    DavPropertySet all = new DavPropertySet();
    all.add(new ResourceType(ResourceType.VERSION_HISTORY));
    all.add(
        new HrefProperty(
            VERSION_SET, versions().stream().map(this::of).toArray(String[]::new), true));
    all.add(new HrefProperty(ROOT_VERSION, of(file.states().get(0)), true));
    all.add(Answers.property(Ours.PATH, file.path()));
    KeptFile.Removed removed = file.removed();
    if (removed != null) {
      all.add(Answers.property(Ours.REMOVED_AT, Answers.time(removed.at())));
      if (removed.who() != null) {
        all.add(Answers.property(Ours.REMOVED_BY, removed.who()));
      }
      Long inBin = served().keep().terms().inBin();
      if (!served().keep().has(Trait.HIDING) && inBin != null) {
        all.add(Answers.property(Ours.GONE_AT, Answers.time(removed.at() + inBin)));
      }
    }
    all.add(new HrefProperty(Ours.NEWEST, of(file.newest()), true));
    all.add(Answers.property(DavPropertyName.GETCONTENTLENGTH, file.newest().size()));
    StateNode.describe(all, file.newest(), served().keep());
    all.add(Answers.property(DavPropertyName.CREATIONDATE, Answers.time(file.newest().at())));
    return all;
  }

  private String of(KeptState state) {
    return href(Served.state(file.id(), state.id()));
  }

  private List<KeptState> versions() {
    List<KeptState> newestFirst = new ArrayList<>(file.states());
    Collections.reverse(newestFirst);
    return newestFirst;
  }

  @Override
  public DavResource getCollection() {
    return new RemovedNode(served(), served().locator(getLocator(), Served.REMOVED), caller());
  }

  @Override
  public void removeMember(DavResource version) throws DavException {
    String state = Answers.name(version.getResourcePath());
    Answers.of(
        () -> {
          served().keep().eraseState(file.id(), state);
          return state;
        });
  }

  @Override
  public VersionResource[] getVersions() {
    return versions().stream()
        .map(
            state ->
                new StateNode(
                    served(),
                    served().locator(getLocator(), Served.state(file.id(), state.id())),
                    caller(),
                    file,
                    state))
        .toArray(VersionResource[]::new);
  }
}
