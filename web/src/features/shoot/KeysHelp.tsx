import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableRow from "@mui/material/TableRow";

const KEYS = [
  ["Enter", "log the reading and go to the next point not shot"],
  ["↓", "next point"],
  ["↑", "point before"],
  ["Tab", "to the keys and the list"],
  ["?", "this sheet"],
] as const;

/** The keyboard's help sheet. */
export function KeysHelp({ isOpen, onClose }: { isOpen: boolean; onClose: () => void }) {
  return (
    <Dialog open={isOpen} onClose={onClose}>
      <DialogTitle>Keys</DialogTitle>
      <DialogContent>
        <Table size="small">
          <TableBody>
            {KEYS.map(([key, does]) => (
              <TableRow key={key}>
                <TableCell sx={{ fontWeight: 700 }}>{key}</TableCell>
                <TableCell>{does}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
        Readings are typed as you write them: 4&apos; 5 1/4&quot;, 4 5 1/4, 53 1/4&quot;, 4.44 ft,
        1.353 m.
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
