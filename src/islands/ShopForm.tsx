/** The settings of the shop. */
import type { Shop } from '../../core/work/shop';
import { TextField } from './kit/fields';
import { StageForm } from './kit/StageForm';
import { request } from './post';
import { listening } from './kit/listening';

export default listening(ShopForm);

function ShopForm({ shop, zones }: { shop: Shop; zones: string[] }) {
  const save = async (v: Shop) => {
    const sent = await request('PUT', '/api/shop', v);
    if (sent.ok) location.reload();
    return sent.ok ? null : sent.refusal;
  };
  return (
    <StageForm<Shop> defaults={shop} onRecord={save} label="Keep">
      <div className="max-w-md">
        <TextField
          name="timeZone"
          label="Time zone of the shop"
          list={zones}
          hint="Paper is printed in this time. The record itself keeps UTC."
          rules={{ required: 'Choose a zone.' }}
        />
      </div>
    </StageForm>
  );
}
