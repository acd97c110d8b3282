/** The settings of the shop. */
import { shopForm, type Shop } from '../../core/work/shop';
import { Field } from './kit/Field';
import { Form } from './kit/Form';
import { listening } from './kit/listening';
import { request } from './post';

export default listening(ShopForm);

function ShopForm({ shop, zones }: { shop: Shop; zones: string[] }) {
  return (
    <Form
      of={shopForm(zones)}
      known={shop}
      system="metric"
      label="Keep"
      onRecord={async (v) => {
        const sent = await request('PUT', '/api/shop', v);
        if (sent.ok) location.reload();
        return sent.ok ? null : sent.refusal;
      }}
    >
      <div className="max-w-md">
        <Field name="timeZone" />
        <Field name="keepOriginals" />
      </div>
    </Form>
  );
}
