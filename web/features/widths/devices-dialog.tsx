"use client";

import { type Device, usualDevices } from "@ypsiline/core";
import { ArrowDown, ArrowUp, Plus, X } from "lucide-react";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { send } from "@/ui/request";

type Saved = { readonly revision: number; readonly devices: readonly Device[] };

type Props = {
  readonly team: string;
  readonly saved: Saved;
  readonly onSaved: (saved: Saved) => void;
  readonly onClose: () => void;
};

type Row = { readonly name: string; readonly width: string; readonly height: string; readonly density: string };

const rowOf = ({ name, width, height, density }: Device): Row => ({
  name,
  width: String(width),
  height: String(height),
  density: String(density),
});
const fields = [
  ["name", "Name"],
  ["width", "Width"],
  ["height", "Height"],
  ["density", "Density"],
] as const;

/** The team's devices as a list to change; what is typed stays until it is saved or given up. */
export const DevicesDialog = ({ team, saved, onSaved, onClose }: Props) => {
  const [revision, setRevision] = useState(saved.revision);
  const [rows, setRows] = useState<readonly Row[]>(saved.devices.map(rowOf));
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const set = (index: number, next: Partial<Row>): void => setRows(rows.map((row, at) => (at === index ? { ...row, ...next } : row)));
  const move = (index: number, by: number): void => {
    const row = rows[index];
    if (!row) return;
    const others = rows.filter((_, at) => at !== index);
    setRows([...others.slice(0, index + by), row, ...others.slice(index + by)]);
  };
  const save = async (): Promise<void> => {
    const devices = rows.map(({ name, width, height, density }) => ({
      name: name.trim(),
      width: Number(width),
      height: Number(height),
      density: Number(density),
    }));
    setBusy(true);
    const answer = await send("POST /api/teams/:team/devices", { team }, { revision, devices });
    setBusy(false);
    if (answer.ok) return onSaved({ revision: answer.value.revision, devices });
    const { detail, issues, conflict } = answer.fault;
    if (conflict) {
      setRevision(conflict.revision);
      return setFault(`${detail} Save again to put yours in their place, or close to look at theirs.`);
    }
    const [issue] = issues;
    const place = /^\/devices\/(\d+)\/(\w+)/.exec(issue?.path ?? "");
    const where = place ? `${rows[Number(place[1])]?.name || `Number ${Number(place[1]) + 1}`}, ${place[2]}: ` : "";
    setFault(issue ? `${where}${issue.message}` : detail);
  };
  return (
    <Modal show size="lg" onHide={onClose} aria-labelledby="devices-title">
      <Modal.Header closeButton>
        <h2 id="devices-title">Simulated devices of the team</h2>
      </Modal.Header>
      <Modal.Body>
        <div className="table-scroll">
          <table className="numbers devices-table">
            <thead>
              <tr>
                {fields.map(([field, label]) => (
                  <th key={field} scope="col">
                    {label}
                  </th>
                ))}
                <th scope="col">
                  <span className="visually-hidden">Order</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, index) => (
                <tr key={index}>
                  {fields.map(([field, label]) => (
                    <td key={field}>
                      <input
                        name={`device-${field}`}
                        className={`form-control form-control-sm ${field === "name" ? "" : "num"}`}
                        aria-label={`${label} of device ${index + 1}`}
                        value={row[field]}
                        maxLength={field === "name" ? 80 : 12}
                        onChange={(event) => set(index, { [field]: event.target.value })}
                      />
                    </td>
                  ))}
                  <td className="text-nowrap">
                    <button
                      type="button"
                      className="row-button"
                      aria-label={`Move ${row.name} up`}
                      disabled={index === 0}
                      onClick={() => move(index, -1)}
                    >
                      <ArrowUp size={12} aria-hidden="true" />
                    </button>
                    <button
                      type="button"
                      className="row-button"
                      aria-label={`Move ${row.name} down`}
                      disabled={index === rows.length - 1}
                      onClick={() => move(index, 1)}
                    >
                      <ArrowDown size={12} aria-hidden="true" />
                    </button>
                    <button
                      type="button"
                      className="row-button"
                      aria-label={`Remove ${row.name}`}
                      onClick={() => setRows(rows.filter((_, at) => at !== index))}
                    >
                      <X size={12} aria-hidden="true" />
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="d-flex gap-2 pt-2">
          <button
            type="button"
            className="btn btn-sm btn-quiet"
            onClick={() => setRows([...rows, { name: "", width: "1280", height: "800", density: "1" }])}
          >
            <Plus size={13} aria-hidden="true" /> Add device
          </button>
          <button type="button" className="btn btn-sm btn-quiet" onClick={() => setRows(usualDevices.map(rowOf))}>
            Restore the default list
          </button>
        </div>
        {fault && (
          <p role="alert" className="fault mt-2 mb-0">
            {fault}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={onClose}>
          Cancel
        </Button>
        <Button disabled={busy} onClick={() => void save()}>
          Save for the team
        </Button>
      </Modal.Footer>
    </Modal>
  );
};
