import { CopyButton } from "@/ui/copy-button";

type Props = {
  /** The package's name, `@TEAM/SPEC`, and this version of it. */
  readonly name: string;
  readonly version: string;
  /** The registry's address, on the host the reader uses. */
  readonly registry: string;
  readonly isPublic: boolean;
  readonly withdrawn: boolean;
  /** The package itself, for those without a registry. */
  readonly file: string;
};

const Line = ({ text, label }: { readonly text: string; readonly label: string }) => (
  <div className="depend-line">
    <code>{text}</code>
    <CopyButton text={text} label={label} />
  </div>
);

/** How a project depends on this version: one line, and once the line with the team's registry. */
export const Depend = ({ name, version, registry, isPublic, withdrawn, file }: Props) => {
  const [scope = ""] = name.split("/");
  return (
    <div className="card-plain depend take-section">
      {withdrawn && <p className="fault">This version was withdrawn. Choose another for new work.</p>}
      <Line text={`npm install ${name}@${version}`} label="the line to install it" />
      <p>
        Add this once to the project’s <code>.npmrc</code>:
      </p>
      <Line text={`${scope}:registry=${registry}`} label={`the line that says where ${scope} publishes`} />
      {!isPublic && (
        <p>
          The spec is not public, so add a line <code>{`${registry.replace(/^https?:/, "")}:_authToken=`}</code> followed by an access token
          of the project.
        </p>
      )}
      <p>
        Or download the package:{" "}
        <a href={file} download={`${name.slice(1).replace("/", "-")}-${version}.tgz`}>
          TGZ
        </a>
      </p>
    </div>
  );
};
