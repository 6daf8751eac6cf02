import type { Kept } from "@/server/teams/kept-bytes";
import { TableScroll } from "@/ui/table-scroll";

type Props = {
  readonly kept: Kept;
  /** What the team may keep; 0 for no limit. */
  readonly most: { readonly bytes: number; readonly specs: number; readonly projects: number };
};

const mebibytes = (bytes: number): string => (bytes / 1024 / 1024).toLocaleString("en", { maximumFractionDigits: 1 });

const Row = ({
  what,
  has,
  most,
  unit = "",
}: {
  readonly what: string;
  readonly has: string;
  readonly most: string | null;
  readonly unit?: string;
}) => (
  <tr>
    <th scope="row">{what}</th>
    <td className="num">{`${has}${unit}`}</td>
    <td className="num">{most === null ? "no limit" : most === "" ? "" : `${most}${unit}`}</td>
  </tr>
);

/** What the team keeps on this instance, and what it may keep. */
export const Storage = ({ kept, most }: Props) => (
  <section aria-labelledby="storage-title" className="mt-4">
    <h2 id="storage-title">Storage</h2>
    <TableScroll label="Storage" className="card-plain">
      <table className="people">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Used</th>
            <th scope="col">Limit</th>
          </tr>
        </thead>
        <tbody>
          <Row what="Files of versions" has={mebibytes(kept.versions)} most="" unit=" MiB" />
          <Row what="Saved designs" has={mebibytes(kept.designs)} most="" unit=" MiB" />
          <Row what="Sample content" has={mebibytes(kept.content)} most="" unit=" MiB" />
          <Row what="History of drafts" has={mebibytes(kept.history)} most="" unit=" MiB" />
          <Row what="All of these" has={mebibytes(kept.total)} most={most.bytes === 0 ? null : mebibytes(most.bytes)} unit=" MiB" />
          <Row what="Specs" has={kept.specs.toLocaleString("en")} most={most.specs === 0 ? null : most.specs.toLocaleString("en")} />
          <Row
            what="Projects"
            has={kept.projects.toLocaleString("en")}
            most={most.projects === 0 ? null : most.projects.toLocaleString("en")}
          />
        </tbody>
      </table>
    </TableScroll>
  </section>
);
