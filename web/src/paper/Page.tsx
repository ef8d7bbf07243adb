import type { ReactNode } from 'react';
import { PAPERS, type PaperName, roomOf } from './pages';

/** What a title block says of a page. */
export interface TitleBlock {
  readonly site: string;
  readonly number: string;
  readonly title: string;
  readonly revision: number;
  readonly page: string;
}

/** Paper is white and its ink black, whatever the screen shows. */
export const paperCss = (paper: PaperName): string => {
  const { width, height } = PAPERS[paper];
  const room = roomOf(paper);
  return `
@page { size: ${width}mm ${height}mm; margin: 0; }
.mando-paper { display: none; }
@media print {
  html, body { background: #fff !important; height: auto !important; }
  body > *:not(.mando-paper) { display: none !important; }
  .mando-paper { display: block; color: #000; font-family: Barlow, sans-serif; font-size: 3.2mm; line-height: 1.3; }
  .mando-page { width: ${width}mm; height: ${height - 0.5}mm; box-sizing: border-box; padding: 12mm; break-after: page; display: flex; flex-direction: column; print-color-adjust: exact; }
  .mando-page:last-child { break-after: auto; }
  .mando-room { height: ${room.height}mm; overflow: hidden; }
  .mando-block { height: 16mm; border-top: 0.5mm solid #000; display: flex; gap: 8mm; align-items: center; font-size: 3mm; }
  .mando-block strong { font-size: 4mm; }
  .mando-list { border-collapse: collapse; width: 100%; }
  .mando-list td { border-bottom: 0.2mm solid #888; padding: 1mm 3mm 1mm 0; vertical-align: top; }
  .mando-list td:first-child { font-weight: 700; white-space: nowrap; }
}`;
};

/** A page with its title block. */
export const Page = ({ title, children }: { title: TitleBlock; children: ReactNode }) => (
  <section className="mando-page">
    <div className="mando-room">{children}</div>
    <footer className="mando-block">
      <span style={{ flex: 1 }}>
        <strong>
          {title.number} {title.title}
        </strong>
        <br />
        {title.site}
      </span>
      <span>
        Revision {title.revision}
        <br />
        {new Date().toLocaleDateString()}
      </span>
      <span style={{ maxWidth: '90mm' }}>
        Computed from what is written of each part. Local codes and the person who is licensed for the work decide. Prove dead before you
        touch.
      </span>
      <span>
        Page {title.page}
        <br />
        mando
      </span>
    </footer>
  </section>
);

/** A list on a page: what it is called by, what it is, what is said of it. */
export const Listed = ({ title, rows }: { title: string; rows: readonly (readonly [string, string, string])[] }) => (
  <>
    <h2 style={{ margin: '0 0 3mm', fontSize: '5mm' }}>{title}</h2>
    <table className="mando-list">
      <tbody>
        {rows.map(([name, what, says]) => (
          <tr key={`${name} ${what} ${says}`}>
            <td>{name}</td>
            <td>
              <strong>{what}</strong>
              <br />
              {says}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  </>
);
